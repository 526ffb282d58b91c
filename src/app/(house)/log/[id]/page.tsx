import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { printListDay, printTime } from "#app/times.ts";
import { uuid } from "#contract/card.ts";
import { may } from "#core/people";
import { findBatch } from "#data/batches.ts";
import { findApprovable } from "#data/standards.ts";
import { Trouble } from "#features/frame/index.ts";
import { Batch, type BatchPage } from "#features/log/index.ts";
import { Refusal } from "#server/action.ts";
import { database } from "#server/database.ts";
import { benchOf, currentBench } from "#server/site.ts";
import { approvalOf } from "#server/standards.ts";
import { placeTitle, rightSentence } from "#words/index.ts";

export const metadata: Metadata = { title: "A batch · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
}

export default guarded("see", async ({ params }: Props, { person }) => {
  const { id } = await params;
  const current = await currentBench();
  if (typeof current === "string") return <Trouble what={current} />;
  const batch = uuid.safeParse(id).success ? await findBatch(database(), id) : undefined;
  if (!batch) notFound();
  const bench = (await benchOf(batch.siteId)) ?? current;
  const { timeZone } = bench.site;
  const read = (at: Date) => printTime(at, timeZone);
  const found = await findApprovable(database(), id);
  return (
    <Batch
      key={batch.revision}
      batch={{ ...batch, when: read(new Date(batch.at)) }}
      approvals={(found?.approvals ?? []).map(({ standard, person }) => ({
        id: standard.id,
        when: read(standard.at),
        person,
        retired: standard.retiredAt ? read(standard.retiredAt) : undefined,
      }))}
      approval={
        batch.approved || batch.removed || !may(person.role, "approve")
          ? { cannot: rightSentence("approve") }
          : await whatItWouldDo(id, batch)
      }
    />
  );
});

/** What approving a batch would do, or the sentence why it cannot be. */
async function whatItWouldDo(
  id: string,
  { coffee, brewer }: { readonly coffee: string | null; readonly brewer: string },
): Promise<BatchPage["approval"]> {
  try {
    const { place, effects, retires } = await approvalOf(id);
    return {
      what: placeTitle({ coffee: coffee ?? "", brewer, ...place }),
      retires,
      effects: effects.map((effect) => ({ ...effect, days: effect.days.map(printListDay) })),
    };
  } catch (error) {
    if (error instanceof Refusal) return { cannot: error.message };
    throw error;
  }
}
