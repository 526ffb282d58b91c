"use server";

import { retiredCards, uuid } from "#contract/card.ts";
import { startedGuide } from "#contract/guide.ts";
import { startedTrial } from "#contract/trials.ts";
import { action } from "#server/action.ts";
import { remove, retire } from "#server/cards.ts";
import { startGuide } from "#server/guides.ts";
import { putOnToday } from "#server/shifts.ts";
import { startTrial } from "#server/trials.ts";

/** Puts cards away, or takes them out again. */
export const retireCards = action("approve")
  .inputSchema(retiredCards)
  .action(async ({ parsedInput, ctx }) => retire(parsedInput, ctx.by));

/** Puts a card on today's list, once more where it stands there already. */
export const listCard = action("planShift")
  .inputSchema(uuid)
  .action(async ({ parsedInput, ctx }) => putOnToday(parsedInput, ctx.by));

/** Begins a guide of a card. */
export const beginGuide = action("logBatches")
  .inputSchema(startedGuide)
  .action(async ({ parsedInput, ctx }) => startGuide(parsedInput, ctx.by));

/** Begins a trial of what a card says. */
export const tryCard = action("runTrials")
  .inputSchema(startedTrial)
  .action(async ({ parsedInput, ctx }) => startTrial(parsedInput, ctx.by));

/** Deletes a card for good. */
export const deleteCard = action("approve")
  .inputSchema(uuid)
  .action(async ({ parsedInput, ctx }) => remove(parsedInput, ctx.by));
