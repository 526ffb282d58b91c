import { uuid } from "#contract/card.ts";
import { may, type Role } from "#core/people";
import { findBatch } from "#data/batches.ts";
import { readCupTallies } from "#data/cups.ts";
import { findApprovable } from "#data/standards.ts";
import { readTrials, trialOfBatch } from "#data/trials.ts";
import { Refusal } from "#server/action.ts";
import { benchOf } from "#server/bench.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { approvalOf } from "#server/standards.ts";
import { printTime } from "#words/figures";
import { placeTitle } from "#words/log";
import { rightSentence } from "#words/people";
import { sameCupSentence, trialTitle } from "#words/trials";
import { onBench } from "./onBench.ts";

/** One batch with its standing; undefined where there is no such batch. What its cards would become is asked for beside it. */
export function readBatch(id: string, role: Role) {
  return onBench(async (current) => {
    const batch = uuid.safeParse(id).success ? await findBatch(database(), id) : undefined;
    if (!batch) return undefined;
    const { timeZone } = ((await benchOf(batch.siteId)) ?? current).site;
    const times = { ...(await readerTimes()), timeZone };
    const found = await findApprovable(database(), id);
    return {
      batch: { ...batch, when: printTime(new Date(batch.at), times) },
      approvals: (found?.approvals ?? []).map(({ standard, person }) => ({
        id: standard.id,
        when: printTime(standard.at, times),
        person,
        retired: standard.retiredAt ? printTime(standard.retiredAt, times) : undefined,
      })),
      ...(await trialsOf(batch)),
      cupTests: (await readCupTallies(database(), [id])).map(
        ({ id: testId, beside, cups, right, closesAt }) => ({
          id: testId,
          when: printTime(closesAt, times),
          says: closesAt > now() ? undefined : sameCupSentence({ cups, right }, beside),
        }),
      ),
      approval:
        batch.approved || batch.removed || !may(role, "approve")
          ? { cannot: rightSentence("approve") }
          : await approvalWords(id, batch),
    };
  });
}

/** The trial that a batch is of; else those that run for its coffee on its brewer. */
async function trialsOf({
  id,
  siteId,
  coffeeId,
  brewerId,
}: NonNullable<Awaited<ReturnType<typeof findBatch>>>) {
  const trialId = await trialOfBatch(database(), id);
  if (trialId !== undefined) return { trialId, trials: [] };
  const running = await readTrials(database(), siteId, { running: true });
  const trials = running
    .filter((trial) => trial.coffeeId === coffeeId && trial.brewerId === brewerId)
    .map((trial) => ({ id: trial.id, title: trialTitle(trial) }));
  return { trialId, trials };
}

/** The place that a batch would be the standard of, in words; or the sentence why it cannot be one. */
async function approvalWords(
  id: string,
  { coffee, brewer }: { readonly coffee: string | null; readonly brewer: string },
) {
  try {
    const { place, retires } = await approvalOf(id);
    return { what: placeTitle({ coffee: coffee ?? "", brewer, ...place }), retires };
  } catch (error) {
    if (error instanceof Refusal) return { cannot: error.message };
    throw error;
  }
}
