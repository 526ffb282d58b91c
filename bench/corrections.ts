import { findBatch } from "#data/batches.ts";
import { LEAD } from "#data/demo/bench.ts";
import { readStandards } from "#data/standards.ts";
import { correct } from "#server/batches.ts";
import { database } from "#server/database.ts";
import { asSent } from "#tests/batches.ts";

const TWELVE = 12;

/**
 * Twelve leads correct one approved batch in the same moment, each from the same look at it, on the running house's
 * database: one is kept with the cards that follow, and eleven are told what it is by now.
 *
 * @returns until all are answered, ms
 */
export async function correctionsMs(): Promise<number> {
  const [standard] = await readStandards(database());
  const found = standard && (await findBatch(database(), standard.batchId));
  if (!found) throw new Error("the demo house has no approved batch");
  const batch = asSent(found);
  const by = { personId: LEAD, at: new Date() };
  const start = performance.now();
  const answers = await Promise.all(
    Array.from({ length: TWELVE }, (_, i) => correct({ ...batch, doseG: batch.doseG + 1 + i / 10 }, by)),
  );
  const ms = performance.now() - start;
  const stale = answers.filter(({ theirs }) => theirs !== undefined).length;
  if (stale !== TWELVE - 1)
    throw new Error(`${stale} of ${TWELVE} corrections were told that they are stale`);
  return ms;
}
