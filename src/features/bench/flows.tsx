"use client";

import type { FlowRow } from "#contract/measure.ts";
import { fail, ok } from "#core/result";
import { parseLiquid, parseNumber, parsePct, parseTime, printNumber, printPct, printTime } from "#core/units";
import { printSetting } from "#words/figures";
import { Readings } from "./readings.tsx";
import type { BrewerRow } from "./rows.ts";
import { within } from "./typed.ts";

const plain = (text: string) => {
  const read = parseNumber(text);
  if (!read.ok) return read;
  const { number, unit } = read.value;
  return unit === "" || unit === "g/s"
    ? ok(number)
    : fail({ code: "unknownUnit", unit, known: ["g/s"] } as const);
};
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
          parse: within((text) => parseLiquid(text, "l"), {
            least: 50,
            most: maxSettingG,
            print: printSetting,
          }),
          print: printSetting,
        },
        {
          name: "rateGPerS",
          label: "g per second",
          help: "weigh ten seconds of it",
          parse: within(plain, { least: 0.5, most: 200, print: n }),
          print: (rate) => `${n(rate)} g/s`,
        },
        {
          name: "bloomPct",
          label: "bloom",
          help: "% of the water; 0 for none",
          parse: within(parsePct, { least: 0, most: 90, print: printPct }),
          print: (pct) => printPct(pct, { decimals: 0 }),
        },
        {
          name: "bloomS",
          label: "and waits",
          help: "seconds",
          parse: within((text) => parseTime(text, "s"), { least: 0, most: 600, print: printTime }),
          print: printTime,
        },
        {
          name: "pulses",
          label: "pulses",
          help: "1 when it sprays on",
          parse: within(plain, { least: 1, most: 60, print: n }),
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
