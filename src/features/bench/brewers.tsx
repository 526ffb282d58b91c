"use client";

import type { RowOf } from "#contract/things.ts";
import { printNumber, printPct } from "#core/units";
import { useUnits } from "#ui/units.tsx";
import { OPTION_WORDS } from "#words/bench";
import { printSetting } from "#words/figures";
import { useSite } from "./context.tsx";
import { BasketOutline, DeliveryLine } from "./drawings.tsx";
import { BlankRuns, BrewedPots, CutAway, Drip, Flows } from "./measures.ts";
import { printDelivery, printKept } from "./printed.ts";
import type { BrewerRow } from "./rows.ts";
import { Things } from "./things.tsx";

/** Brewers: basket, delivery, spray, and liquid that the bed keeps. */
export function Brewers({ brewers }: { readonly brewers: readonly BrewerRow[] }) {
  const units = useUnits();
  const { refs } = useSite();
  const wholeOf = (row: RowOf<"brewer">) => brewers.find(({ id }) => id === row.id)!;
  const say = (row: RowOf<"brewer">) => {
    const { kind, filterId, ending, minSettingG, maxSettingG, doseMaxG, retentionGPerG, retentionFrom } =
      row.figures;
    const { slope, interceptG, flows, runs } = wholeOf(row);
    const filter = refs.filter.find(({ id }) => id === filterId)?.name;
    return (
      <>
        {WORK[kind]} {printSetting(minSettingG, row.figures)} to {printSetting(maxSettingG, row.figures)},
        coffee to {units.printMass(doseMaxG)}; <bdi>{filter}</bdi>; a brew ends {OPTION_WORDS[ending]}
        <br />
        {kind === "batch" && <>delivers {printDelivery({ slope, interceptG }, units.printLiquid)}; </>}
        the bed keeps {printKept(retentionGPerG)}
        {retentionFrom === "log" && ", learned from the log"}
        {flows.length > 0 && (
          <>
            <br />
            sprays{" "}
            {flows
              .map(({ upToG, rateGPerS }) => `${printNumber(rateGPerS, 1)} g/s to ${printSetting(upToG)}`)
              .join(", ")}
          </>
        )}
        {row.figures.bypassMaxPct !== null &&
          `; bypass to ${printPct(row.figures.bypassMaxPct, { decimals: 0 })}`}
        {kind === "batch" && (
          <DeliveryLine
            slope={slope}
            interceptG={interceptG}
            rangeG={[minSettingG, maxSettingG]}
            runs={runs}
          />
        )}
      </>
    );
  };
  return (
    <Things
      kind="brewer"
      rows={brewers}
      empty="Put a brewer on the bench: what it delivers and what its bed keeps is what every sum rests on."
      first={[
        "name",
        "kind",
        "shape",
        "topDiameterMm",
        "bottomDiameterMm",
        "heightMm",
        "filterId",
        "minSettingG",
        "maxSettingG",
        "stepG",
        "doseMaxG",
        "retentionGPerG",
      ]}
      say={say}
      picture={({ figures }) => <BasketOutline {...figures} />}
      ways={(row) => {
        const brewer = wholeOf(row);
        const pots = {
          verb: "Brewed pots",
          form: (onDone: () => void) => <BrewedPots brewer={brewer} onDone={onDone} />,
        };
        const drip = {
          verb: "Drip",
          form: (onDone: () => void) => <Drip brewer={brewer} onDone={onDone} />,
        };
        return row.figures.kind === "batch"
          ? [
              { verb: "Blank runs", form: (onDone) => <BlankRuns brewer={brewer} onDone={onDone} /> },
              pots,
              { verb: "Spray", form: (onDone) => <Flows brewer={brewer} onDone={onDone} /> },
              drip,
            ]
          : [pots, drip];
      }}
      besides={(form) => <CutAway {...form} />}
    />
  );
}

const WORK = { batch: "batches of", hand: "poured by hand,", press: "steeped and pressed," } as const;
