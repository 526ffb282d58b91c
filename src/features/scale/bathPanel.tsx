import { useMemo } from "react";
import type { Bench } from "#contract/bench.ts";
import type { IcedService, IcedSheet } from "#core/iced";
import { printTime } from "#core/units";
import { Chart, type Series } from "#parts/chart.tsx";
import { chosenOf, type ScaleState } from "#scaling/choice";
import { type Bathed, bathOf } from "#scaling/iced";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { bathFailureSentence } from "#words/iced";
import { IcedField } from "./icedField.tsx";

interface BathPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  /** As it was picked just now: a tap is answered at once. */
  readonly iced: IcedService;
  readonly onIced: (change: Partial<IcedService>) => void;
}

const S_PER_MIN = 60;
const X = { title: "minutes in the bath" };
const Y = { title: "coffee, °C" };

/** The closed vessel in its bath: how much ice it takes, and how many minutes. */
export function BathPanel({ state, bench, sheet, iced, onIced }: BathPanelProps) {
  const units = useUnits();
  const bath = useMemo(() => bathOf(state, bench, sheet.rounded), [state, bench, sheet]);
  const series = useMemo(() => (bath ? seriesOf(bath) : []), [bath]);
  if (!bath) {
    return (
      <Panel title="The bath">
        <p>A bath takes ice: put an ice source on this site's Bench.</p>
      </Panel>
    );
  }
  const print = units.words;
  const { turned, still, iceG, waterG, startTempC, wantedTempC, rateIsGuess } = bath;
  return (
    <Panel title="The bath">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <IcedField
          name="bathTempC"
          label="down to, °C"
          iced={iced}
          onIced={onIced}
          usual={bench.settings.icedTempC}
        />
        <IcedField name="bathIceG" label="ice in the bath, g" iced={iced} onIced={onIced} usual={iceG} />
      </div>
      <p data-testid="bath">
        {turned.ok
          ? `From ${units.printTemp(startTempC)} to ${units.printTemp(wantedTempC)} in about ${printTime(turned.value.doneS)}, the vessel closed and turned, in ${units.printMass(iceG)} of ice and ${units.printLiquid(Math.round(waterG / 100) * 100)} of water${
              still.ok
                ? `; left alone it takes ${printTime(still.value.doneS)}`
                : "; left alone it does not get there"
            }.`
          : bathFailureSentence(turned.failure, print)}
      </p>
      {rateIsGuess && (
        <p className="text-due text-sm">
          How fast {chosenOf(state, bench).vessel.name} gives its heat to a bath is only usual for its kind:
          time one and note it on the Bench.
        </p>
      )}
      {series.length > 0 && <Chart label="coffee in the bath" x={X} y={Y} series={series} />}
      <p className="mt-1 text-quiet text-sm">
        Ice that cools a bath is not for drinks. Cool it within the time, and keep it at the temperature, of
        your local food code; label it with when it was made. Hot glass breaks in ice water: use steel.
      </p>
    </Panel>
  );
}

function seriesOf({ turned, still }: Bathed): Series[] {
  return [
    ...(turned.ok ? [lineOf("turned", "line", turned.value.points)] : []),
    ...(still.ok ? [lineOf("left alone", "dashes", still.value.points)] : []),
  ];
}

function lineOf(
  name: string,
  as: Series["as"],
  points: readonly { readonly atS: number; readonly coffeeTempC: number }[],
): Series {
  return {
    name,
    as,
    x: points.map(({ atS }) => atS / S_PER_MIN),
    y: points.map(({ coffeeTempC }) => coffeeTempC),
    each: points.map(() => name),
  };
}
