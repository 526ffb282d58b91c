import type { Bench } from "#contract/bench.ts";
import type { IcedService, IcedSheet } from "#core/iced";
import { printNumber, printTime } from "#core/units";
import { poursFor } from "#scaling/cards";
import { bloomPerDose, chosenOf, type ScaleState } from "#scaling/choice";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { IcedField } from "./icedField.tsx";

interface PoursPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  /** By the forecast; undefined while there is none. */
  readonly stretch: number | undefined;
  /** As it was picked just now: a tap is answered at once. */
  readonly iced: IcedService;
  readonly onIced: (change: Partial<IcedService>) => void;
}

/** Little water wets a bed evenly only where much of it is bloom: so many times the dose, and no more than so much of it all. */
const LARGE_BLOOM = 3;
const MOST_BLOOM_SHARE = 0.4;
/** Less of a difference than this, in doses, nobody pours. */
const LEAST_MORE = 0.25;

/** A hand's pours recut to the smaller water, in the recipe's own rhythm, and a bloom that suits it. */
export function PoursPanel({ state, bench, sheet, stretch, iced, onIced }: PoursPanelProps) {
  const units = useUnits();
  const chosen = chosenOf(state, bench);
  const pours = poursFor(state, chosen, sheet, stretch);
  if (!pours) return null;
  const { doseG, brewWaterG } = sheet.rounded;
  const times = bloomPerDose(chosen, state.iced);
  const suits =
    times !== undefined &&
    times <= LARGE_BLOOM - LEAST_MORE &&
    LARGE_BLOOM * doseG <= MOST_BLOOM_SHARE * brewWaterG;
  return (
    <Panel title="Bloom and pours, recut">
      <ol className="flex flex-wrap gap-x-6 gap-y-1 tabular-nums">
        {pours.map(({ toG, atS, afterDropMm }, i) => (
          <li key={toG}>
            <span className="text-quiet">
              {atS !== null
                ? printTime(atS)
                : afterDropMm !== null
                  ? `${printNumber(afterDropMm, 0)} mm lower`
                  : "drained"}
              {i === 0 && times !== undefined ? " bloom" : ""}
            </span>{" "}
            <strong className="font-display text-lg">to {units.printLiquid(toG)}</strong>
          </li>
        ))}
      </ol>
      {times !== undefined && (
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <IcedField
            name="bloomTimes"
            label="bloom, times the dose"
            iced={iced}
            onIced={onIced}
            usual={bloomPerDose(chosen, { ...state.iced, bloomTimes: null }) ?? times}
          />
          {suits && (
            <>
              <p className="text-sm">
                With so little water a larger bloom wets the bed more evenly: three times the dose instead of{" "}
                {printNumber(times, 1)}.
              </p>
              <Button onClick={() => onIced({ bloomTimes: LARGE_BLOOM })}>Take it</Button>
            </>
          )}
        </div>
      )}
    </Panel>
  );
}
