"use client";

import { isLiked, type SeenTrial } from "#scaling/trial";
import { Panel } from "#ui/panel.tsx";
import { CAUSE_WORDS } from "#words/trials";
import { ComparedTable } from "./comparedTable.tsx";
import { verdictOf } from "./dialBracket.tsx";
import type { TrialBatchProps } from "./trialProps.ts";

interface ComparePanelProps {
  readonly seen: SeenTrial;
  readonly batches: readonly TrialBatchProps[];
}

/** A trial's batches beside each other, each with what it came to. */
export function ComparePanel({ seen, batches }: ComparePanelProps) {
  const compared = seen.batches.map(({ batch, reading }, i) => ({
    ...batch,
    strengthPct: reading.metered?.strengthPct,
    extractionPct: reading.metered?.extractionPct,
    dial: batch.dialSetting,
    bed: reading.signs.bed,
    wall: reading.signs.wall,
    liked: isLiked(batch),
    when: batches[i]!.when,
    person: batches[i]!.person,
  }));
  return (
    <Panel title="Batches beside each other">
      <ComparedTable
        batches={compared}
        nameOf={(i) => `batch ${i + 1}`}
        wordOf={(i) => {
          const each = seen.batches[i]!;
          const verdict = each.counts ? verdictOf(each) : undefined;
          return (
            <span className={`block font-normal ${verdict?.colour ?? "text-quiet"}`}>
              {verdict?.word ?? "open"}
            </span>
          );
        }}
        last={[["likeliest", (i) => CAUSE_WORDS[seen.batches[i]!.judgement.causes[0]!.cause]]]}
      />
    </Panel>
  );
}
