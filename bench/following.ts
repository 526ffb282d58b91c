import { monitorEventLoopDelay } from "node:perf_hooks";
import { v7 as uuidv7 } from "uuid";
import { must } from "#core/result";
import { findBatch, logBatch } from "#data/batches.ts";
import { readCards } from "#data/cards.ts";
import { LEAD } from "#data/demo/bench.ts";
import { cards } from "#data/schema/index.ts";
import { correct } from "#server/batches.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { makeStandard } from "#server/standards.ts";
import { asSent, bigPot } from "#tests/batches.ts";
import { aCard } from "#tests/cards.ts";

// By the house's own clock, which its judgement of a batch goes by.
const by = { personId: LEAD, at: now() };

/** Makes cards of the demo house's big pot, so many that rest on one batch of it; answers with the batch's id. */
export async function crowd(count: number): Promise<string> {
  const db = database();
  const first = await aCard(db, by.at);
  const [card] = await readCards(db, [first]);
  const copies = Array.from({ length: count - 1 }, () => ({ ...card!, id: uuidv7() }));
  if (copies.length > 0) await db.insert(cards).values(copies);
  const pot = bigPot(by.at, { doseG: 199 });
  must(await logBatch(db, pot, by));
  return pot.id;
}

interface Followed {
  /** Until the correction was answered, with all of its cards made anew, ms. */
  readonly answeredMs: number;
  /** The longest time for which nothing else could be done by this process meanwhile, ms. */
  readonly heldMs: number;
}

/** A batch is approved with cards that follow it, and corrected. Cards that are there already are put away: they would follow too. */
export async function correctionWith(count: number): Promise<Followed> {
  const db = database();
  await db.update(cards).set({ retired: true });
  const batchId = await crowd(count);
  const own = (await db.select({ id: cards.id, revision: cards.revision }).from(cards)).slice(-count);
  await makeStandard({ id: uuidv7(), batchId, revision: 1, cards: own }, by);
  const batch = asSent((await findBatch(db, batchId))!);
  const held = monitorEventLoopDelay({ resolution: 1 });
  held.enable();
  const start = performance.now();
  const { followed } = await correct({ ...batch, doseG: batch.doseG + 3 }, by);
  const answeredMs = performance.now() - start;
  held.disable();
  if (!followed || followed.changed < count) throw new Error(`${followed?.changed} cards followed`);
  return { answeredMs, heldMs: held.max / 1e6 };
}
