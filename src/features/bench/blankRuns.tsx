"use client";

import { useMemo, useState } from "react";
import type { BlankRunRow } from "#contract/measure.ts";
import { type Delivery, deliveryDoubts, fitDelivery } from "#core/measure";
import { Chart } from "#parts/chart.tsx";
import { FIGURE_KINDS } from "#ui/figure/kinds.ts";
import { useUnits } from "#ui/units.tsx";
import { doubtSentence } from "#words/bench";
import { printSetting } from "#words/figures";
import { WEIGHED } from "./measured.ts";
import { printDelivery } from "./printed.ts";
import { ItIsSo, LeftOut, Readings } from "./readings.tsx";
import type { BrewerRow } from "./rows.ts";

/** One run of a kind is scatter. */
const LEAST_OF_A_KIND = 2;

interface BlankRunsProps {
  readonly brewer: BrewerRow;
  readonly onDone: () => void;
}

/** Water set and weighed, without coffee, and the line through it. */
export function BlankRuns({ brewer, onDone }: BlankRunsProps) {
  const units = useUnits();
  const { name, minSettingG, maxSettingG } = brewer.figures;
  const [confirmed, setConfirmed] = useState(false);
  const off = (rows: readonly BlankRunRow[], place: number) => {
    const line = fitDelivery(rows);
    if (!line.ok) return undefined;
    const { setG, weighedG } = rows[place]!;
    const offG = units.printLiquid(weighedG - line.value.interceptG - line.value.slope * setG);
    return line.value.outliers.includes(place) ? <LeftOut>{offG}</LeftOut> : offG;
  };
  const summary = (rows: readonly BlankRunRow[]) => {
    const line = fitDelivery(rows);
    if (!line.ok) return undefined;
    const { scatterG } = line.value;
    const apart = [
      modeSentence(
        rows,
        line.value,
        brewer.flows.map(({ upToG }) => upToG),
        units.printLiquid,
      ),
    ];
    if (rows.length === 1) apart.push("One run says nothing of other settings: make a second, far from it.");
    const scatter = scatterG === undefined ? "" : `, give or take ${units.printMass(scatterG)}`;
    return [`${printDelivery(line.value, units.printLiquid)}${scatter}`, ...apart.filter(Boolean)].join(". ");
  };
  const besides = (rows: readonly BlankRunRow[]) => {
    const line = fitDelivery(rows);
    if (!line.ok) return undefined;
    const doubts = deliveryDoubts(rows, line.value, [minSettingG, maxSettingG]);
    if (doubts.length === 0) return undefined;
    return (
      <div className="text-due">
        {doubts.map((doubt) => (
          <p key={doubt}>{doubtSentence(doubt, line.value.slope)}</p>
        ))}
        <ItIsSo checked={confirmed} onChecked={setConfirmed} />
      </div>
    );
  };
  return (
    <Readings
      what={`${name}'s blank runs`}
      start={brewer.runs}
      revision={brewer.revision}
      columns={[
        {
          name: "setG",
          label: "set",
          help: "such as 2.4 l",
          measured: { kind: FIGURE_KINDS.setting, bounds: [minSettingG, maxSettingG] },
          print: (settingG) => printSetting(settingG),
        },
        {
          name: "weighedG",
          label: "weighed",
          instrument: "scale",
          help: "water only, no coffee",
          measured: WEIGHED,
          print: units.printLiquid,
        },
        {
          name: "cold",
          label: "cold start",
          print: (cold) => (cold ? "cold" : "warm"),
        },
      ]}
      verdict={{ label: "off the line", say: off }}
      summary={summary}
      besides={besides}
      chart={(rows) => <RunsChart rows={rows} />}
      measured={(rows, revision) => ({
        what: "blankRun",
        of: { id: brewer.id, revision, rows, confirmed },
      })}
      onDone={onDone}
    />
  );
}

/** How far the runs of one flow mode, or cold ones, lie off the line that all of them share. */
function modeSentence(
  rows: readonly BlankRunRow[],
  { slope, interceptG, outliers }: Delivery,
  limitsG: readonly number[],
  printG: (massG: number) => string,
): string {
  const good = rows.filter((_row, place) => !outliers.includes(place));
  const meanOff = (some: readonly BlankRunRow[]) =>
    some.reduce((sum, { setG, weighedG }) => sum + weighedG - interceptG - slope * setG, 0) / some.length;
  const say = (what: string, some: readonly BlankRunRow[]) =>
    some.length >= LEAST_OF_A_KIND && some.length < good.length
      ? [`${what} ${printG(meanOff(some))} off`]
      : [];
  const modes = limitsG.flatMap((upToG, i) =>
    say(
      `to ${printSetting(upToG)}`,
      good.filter(({ setG }) => setG <= upToG && setG > (limitsG[i - 1] ?? 0)),
    ),
  );
  const sentences = [
    ...modes,
    ...say(
      "cold",
      good.filter(({ cold }) => cold === 1),
    ),
  ];
  return sentences.length > 0 ? `On average ${sentences.join(", ")}` : "";
}

const X = { title: "set, l" };
const Y = { title: "weighed less set, g" };
const G_PER_L = 1000;

/** Chart of weighed minus set: on the whole the line would hide what it is off by. */
function RunsChart({ rows }: { readonly rows: readonly BlankRunRow[] }) {
  const series = useMemo(() => {
    const line = fitDelivery(rows);
    if (!line.ok || rows.length < 2) return undefined;
    const { slope, interceptG, outliers } = line.value;
    const of = (some: readonly BlankRunRow[]) => ({
      x: some.map(({ setG }) => setG / G_PER_L),
      y: some.map(({ setG, weighedG }) => weighedG - setG),
    });
    const sets = rows.map(({ setG }) => setG);
    const ends = [Math.min(...sets), Math.max(...sets)];
    const left = rows.filter((_row, place) => outliers.includes(place));
    return [
      {
        name: "runs",
        as: "points" as const,
        ...of(rows.filter((_row, place) => !outliers.includes(place))),
      },
      ...(left.length > 0 ? [{ name: "left out", as: "crosses" as const, ...of(left) }] : []),
      {
        name: "line",
        as: "line" as const,
        x: ends.map((setG) => setG / G_PER_L),
        y: ends.map((setG) => interceptG + (slope - 1) * setG),
      },
    ];
  }, [rows]);
  return series && <Chart label="Blank runs" x={X} y={Y} series={series} />;
}
