"use client";

import type { CoolingRow } from "#contract/measure.ts";
import { coolingTempC, fitCooling } from "#core/measure";
import { parseTemp, parseTime, printNumber, printTime } from "#core/units";
import { useUnits } from "#ui/units.tsx";
import { coolingSentence } from "#words/index.ts";
import { keepCooling } from "./actions.ts";
import { Readings } from "./readings.tsx";
import { within } from "./typed.ts";

/** What a full pot is served at first, °C, and after how long it is asked about, s. */
const FRESH_C = 85;
const HOUR_S = 3600;
/** Nobody serves what stood longer. */
const TWO_DAYS_S = 172_800;

/** What an hour makes of a fresh pot, in words. */
export function coolsTo(ratePerS: number, roomC: number, printTemp: (tempC: number) => string): string {
  const after = coolingTempC({ ratePerS, startC: FRESH_C }, roomC, HOUR_S);
  return `cools from ${printTemp(FRESH_C)} to ${printTemp(after)} in an hour`;
}

interface CoolingProps {
  readonly vessel: {
    readonly id: string;
    readonly name: string;
    readonly coolings: readonly CoolingRow[];
    readonly revision: number;
  };
  readonly roomC: number;
  readonly onDone: () => void;
}

/** A thermometer in the standing pot, read now and then, and the curve through it. */
export function Cooling({ vessel, roomC, onDone }: CoolingProps) {
  const units = useUnits();
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
      what={`how ${vessel.name} cools`}
      start={vessel.coolings}
      revision={vessel.revision}
      columns={[
        {
          name: "atS",
          label: "after",
          help: "minutes: 30, or 1:05:00",
          parse: within((text) => parseTime(text, "min"), { least: 0, most: TWO_DAYS_S, print: printTime }),
          print: printTime,
        },
        {
          name: "tempC",
          label: "temperature",
          instrument: "thermometer",
          parse: within((text) => parseTemp(text, units.temp), {
            least: 0,
            most: 100,
            print: units.printTemp,
          }),
          print: units.printTemp,
        },
      ]}
      verdict={{ label: "off the curve", say: off }}
      summary={summary}
      send={(rows, revision) => keepCooling({ id: vessel.id, revision, rows })}
      onDone={onDone}
    />
  );
}
