import { uuid } from "#contract/card.ts";
import { may, type Role } from "#core/people";
import { findBatch } from "#data/batches.ts";
import { findApprovable } from "#data/standards.ts";
import { Refusal } from "#server/action.ts";
import { benchOf } from "#server/bench.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { approvalOf } from "#server/standards.ts";
import { printTime } from "#words/figures";
import { placeTitle } from "#words/log";
import { rightSentence } from "#words/people";
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
      approval:
        batch.approved || batch.removed || !may(role, "approve")
          ? { cannot: rightSentence("approve") }
          : await approvalWords(id, batch),
    };
  });
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
