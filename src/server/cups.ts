import { randomInt } from "node:crypto";
import { addMinutes } from "date-fns";
import {
  BALLOT_CODE_LENGTH,
  type BallotRefusal,
  type CastBallot,
  type StartedCupTest,
} from "#contract/cups.ts";
import { seeded } from "#core/random";
import { ballotsOf } from "#core/trial";
import type { Act } from "#data/audit.ts";
import { findBatch } from "#data/batches.ts";
import { answerBallot, closeCupTest, insertCupTest, readCupTallies } from "#data/cups.ts";
import { transact } from "#data/transact.ts";
import { ballotSentence } from "#words/trials";
import { Refusal } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";

/** Letters and digits that nobody takes for one another, and that spell nothing. */
const CODE_LETTERS = "23456789CFGHJKMPQRVWX";
const MOST_SEED = 2 ** 32;

/** A code that cannot be guessed: of 21 ^ 8 one in a hundred million is ever given. */
function ballotCode(): string {
  return Array.from({ length: BALLOT_CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join(
    "",
  );
}

/** Starts a three-cup test of a pot, with as many ballots as there are to be tasters. */
export async function startCupTest(
  { ballots: count, minutes, ...named }: StartedCupTest,
  by: Act & { readonly personId: string },
): Promise<{ readonly id: string }> {
  const batch = await findBatch(database(), named.batchId);
  if (!batch || batch.removed)
    throw new Refusal("This batch is not in the log any more.", { code: "notThere" });
  const test = { ...named, siteId: batch.siteId, closesAt: addMinutes(by.at, minutes) };
  const ballots = ballotsOf(count, seeded(randomInt(MOST_SEED))).map((ballot) => ({
    ...ballot,
    code: ballotCode(),
  }));
  await transact(database(), async (tx) => {
    const inserted = await insertCupTest(tx, test, ballots, by);
    if (!inserted.ok) throw new Refusal("Somebody else started a test under this id.", { code: "stale" });
  });
  return { id: named.id };
}

/** Closes a test before its time. */
export async function endCupTest({ id }: { readonly id: string }): Promise<void> {
  const found = await transact(database(), async (tx) => closeCupTest(tx, id, now()));
  if (!found) throw new Refusal("There is no such test.", { code: "notThere" });
}

const REFUSED: { readonly [code in BallotRefusal]: "notThere" | "refused" | "stale" } = {
  notThere: "notThere",
  closed: "refused",
  already: "stale",
};

/** Takes a taster's answer; nobody has to be signed in for it. */
export async function takeBallot(cast: CastBallot): Promise<void> {
  await transact(database(), async (tx) => {
    const taken = await answerBallot(tx, cast, now());
    if (taken.ok) return;
    const { code } = taken.failure;
    throw new Refusal(ballotSentence(code), { code: REFUSED[code] });
  });
}

/** The newest three-cup test of each batch that has closed with an answer; batches without one are left out. */
export async function cupTalliesOf(batchIds: readonly string[]): Promise<ReadonlyMap<string, CupTally>> {
  const found = new Map<string, CupTally>();
  for (const { batchId, cups, right, beside, closesAt } of await readCupTallies(database(), batchIds)) {
    if (closesAt <= now() && cups > 0 && !found.has(batchId)) found.set(batchId, { cups, right, beside });
  }
  return found;
}

interface CupTally {
  readonly cups: number;
  readonly right: number;
  /** What the pot was held against. */
  readonly beside: string;
}
