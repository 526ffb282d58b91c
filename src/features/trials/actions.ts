"use server";

import { castBallot, closedCupTest } from "#contract/cups.ts";
import { scoredPair, startedPair } from "#contract/pairs.ts";
import {
  changedTrial,
  endedTrial,
  keptReading,
  keptTasting,
  removedTasting,
  startedTrial,
  trialCard,
} from "#contract/trials.ts";
import { action, doorAction } from "#server/action.ts";
import { endCupTest, takeBallot } from "#server/cups.ts";
import { sayScores, startPair } from "#server/pairs.ts";
import {
  alterTrial,
  cardForTrial,
  endTrial,
  sayReading,
  sayTasting,
  startTrial,
  takeTastingBack,
} from "#server/trials.ts";

/** Begins a trial from a card. */
export const beginTrial = action("runTrials")
  .inputSchema(startedTrial)
  .action(async ({ parsedInput, ctx }) => startTrial(parsedInput, ctx.by));

/** Changes a running trial's coffee, and whether both sides are shown. */
export const changeTrial = action("runTrials")
  .inputSchema(changedTrial)
  .action(async ({ parsedInput, ctx }) => alterTrial(parsedInput, ctx.by));

export const giveUpTrial = action("runTrials")
  .inputSchema(endedTrial)
  .action(async ({ parsedInput, ctx }) => endTrial(parsedInput, ctx.by));

/** Makes the card of the next batch. */
export const makeTrialCard = action("runTrials")
  .inputSchema(trialCard)
  .action(async ({ parsedInput, ctx }) => cardForTrial(parsedInput, ctx.by));

/** Keeps what was seen of a batch. */
export const keepSigns = action("runTrials")
  .inputSchema(keptReading)
  .action(async ({ parsedInput }) => sayReading(parsedInput));

/** Keeps words on a cup. */
export const keepTasting = action("taste")
  .inputSchema(keptTasting)
  .action(async ({ parsedInput, ctx }) => sayTasting(parsedInput, ctx.by));

export const takeTasting = action("taste")
  .inputSchema(removedTasting)
  .action(async ({ parsedInput, ctx }) =>
    takeTastingBack(parsedInput, { personId: ctx.person.id, role: ctx.person.role }),
  );

/** Begins a pair of two batches that differ in one switch. */
export const beginPair = action("runTrials")
  .inputSchema(startedPair)
  .action(async ({ parsedInput, ctx }) => startPair(parsedInput, ctx.by));

/** Keeps what a taster scores of a pair. */
export const scorePair = action("taste")
  .inputSchema(scoredPair)
  .action(async ({ parsedInput, ctx }) => sayScores(parsedInput, ctx.by));

/** Closes a three-cup test before its time. */
export const closeCups = action("runTrials")
  .inputSchema(closedCupTest)
  .action(async ({ parsedInput }) => endCupTest(parsedInput));

/** A taster's answer, by the code of the ballot: nobody signs in for it. */
export const vote = doorAction
  .inputSchema(castBallot)
  .action(async ({ parsedInput }) => takeBallot(parsedInput));
