"use client";

import type { FlowRow } from "#contract/measure.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { FIGURE_KINDS } from "#ui/figure/kinds.ts";
import { printSetting } from "#words/figures";
import { Readings } from "./readings.tsx";
import type { BrewerRow } from "./rows.ts";

const n = (value: number) => printNumber(value, 1);

interface FlowsProps {
  readonly brewer: BrewerRow;
  readonly onDone: () => void;
}

/** How it sprays: one programme for all batches, or another one for small ones. */
export function Flows({ brewer, onDone }: FlowsProps) {
  const { name, maxSettingG } = brewer.figures;
  return (
    <Readings
      what={`how ${name} sprays`}
      start={brewer.flows}
      revision={brewer.revision}
      columns={[
        {
          name: "upToG",
          label: "batches up to",
          help: "the largest that it sprays so",
          measured: { kind: FIGURE_KINDS.setting, bounds: [50, maxSettingG] },
          print: (settingG) => printSetting(settingG),
        },
        {
          name: "rateGPerS",
          label: "g per second",
          help: "weigh ten seconds of it",
          measured: { kind: FIGURE_KINDS["g/s"], bounds: [0.5, 200] },
          print: (rate) => `${n(rate)} g/s`,
        },
        {
          name: "bloomPct",
          label: "bloom",
          help: "% of the water; 0 for none",
          measured: { kind: FIGURE_KINDS["%"], bounds: [0, 90] },
          print: (pct) => printPct(pct, { decimals: 0 }),
        },
        {
          name: "bloomS",
          label: "and waits",
          help: "seconds",
          measured: { kind: FIGURE_KINDS.time, bounds: [0, 600] },
          print: printTime,
        },
        {
          name: "pulses",
          label: "pulses",
          help: "1 when it sprays on",
          measured: { kind: FIGURE_KINDS.count, bounds: [1, 60] },
          print: n,
        },
      ]}
      summary={(rows: readonly FlowRow[]) =>
        rows.length === 0
          ? "Run it with water and weigh what ten seconds bring."
          : rows.length === 1
            ? "One programme for all batches."
            : `${rows.length} programmes, by the size of the batch.`
      }
      measured={(rows, revision) => ({ what: "flow", of: { id: brewer.id, revision, rows } })}
      onDone={onDone}
    />
  );
}
