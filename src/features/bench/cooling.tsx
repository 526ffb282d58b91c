"use client";

import { useMemo } from "react";
import type { CoolingRow } from "#contract/measure.ts";
import { coolingTempC, fitCooling } from "#core/measure";
import { printNumber, printTime } from "#core/units";
import { Chart } from "#parts/chart.tsx";
import { FIGURE_KINDS } from "#ui/figure/kinds.ts";
import { useUnits } from "#ui/units.tsx";
import { coolingSentence } from "#words/bench";
import { useSite } from "./context.tsx";
import { coolsTo } from "./printed.ts";
import { Readings } from "./readings.tsx";
import type { VesselRow } from "./rows.ts";

const MIN_S = 60;
/** Nobody serves what stood longer. */
const TWO_DAYS_S = 172_800;
/** Points of the drawn curve. */
const CURVE_POINTS = 40;

interface CoolingProps {
  readonly vessel: VesselRow;
  readonly onDone: () => void;
}

/** A thermometer in the standing pot, read now and then, and the curve through it. */
export function Cooling({ vessel, onDone }: CoolingProps) {
  const units = useUnits();
  const { roomC } = useSite();
  const off = (rows: readonly CoolingRow[], place: number) => {
    const fit = fitCooling(rows, roomC);
    if (!fit.ok) return undefined;
    const { atS, tempC } = rows[place]!;
    return `${printNumber(tempC - coolingTempC(fit.value, roomC, atS), 1)} °C`;
  };
  const summary = (rows: readonly CoolingRow[]) => {
    const fit = fitCooling(rows, roomC);
    if (fit.ok)
      return `In a room of ${units.printTemp(roomC)} it ${coolsTo(fit.value.ratePerS, roomC, units.printTemp)}`;
    return coolingSentence(fit.failure);
  };
  return (
    <Readings
      what={`how ${vessel.figures.name} cools`}
      start={vessel.coolings}
      revision={vessel.revision}
      columns={[
        {
          name: "atS",
          label: "after",
          help: "minutes: 30, or 1:05:00",
          measured: { kind: FIGURE_KINDS.standing, bounds: [0, TWO_DAYS_S] },
          print: printTime,
        },
        {
          name: "tempC",
          label: "temperature",
          instrument: "thermometer",
          measured: { kind: FIGURE_KINDS["°C"], bounds: [0, 100] },
          print: units.printTemp,
        },
      ]}
      verdict={{ label: "off the curve", say: off }}
      summary={summary}
      chart={(rows) => <CoolingChart rows={rows} roomC={roomC} />}
      measured={(rows, revision) => ({ what: "cooling", of: { id: vessel.id, revision, rows } })}
      onDone={onDone}
    />
  );
}

const X = { title: "minutes" };
const Y = { title: "°C" };

function CoolingChart({ rows, roomC }: { readonly rows: readonly CoolingRow[]; readonly roomC: number }) {
  const series = useMemo(() => {
    const fit = fitCooling(rows, roomC);
    if (!fit.ok) return undefined;
    const lastS = Math.max(...rows.map(({ atS }) => atS));
    const along = Array.from({ length: CURVE_POINTS + 1 }, (_, i) => (lastS * i) / CURVE_POINTS);
    return [
      {
        name: "read",
        as: "points" as const,
        x: rows.map(({ atS }) => atS / MIN_S),
        y: rows.map(({ tempC }) => tempC),
      },
      {
        name: "curve",
        as: "line" as const,
        x: along.map((atS) => atS / MIN_S),
        y: along.map((atS) => coolingTempC(fit.value, roomC, atS)),
      },
    ];
  }, [rows, roomC]);
  return series && <Chart label="How it cools" x={X} y={Y} series={series} />;
}
