"use client";

import type { Measure } from "#contract/measure.ts";
import { printNumber } from "#core/units";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { printSetting } from "#words/figures";
import { decideProposal } from "./actions.ts";

export interface ProposalRow {
  readonly id: string;
  readonly person: string;
  /** When, as it is read at the site. */
  readonly at: string;
  /** The name of the thing that was measured again. */
  readonly name: string;
  readonly measure: Measure;
}

/** Baristas' measurements, for a lead to accept or not. */
export function Proposals({ proposals }: { readonly proposals: readonly ProposalRow[] }) {
  const { may } = useCounter();
  const units = useUnits();
  const { act, busy } = useAct();
  if (proposals.length === 0) return null;
  return (
    <Panel title="Measured again, waiting for a lead">
      <ul>
        {proposals.map(({ id, person, at, name, measure }) => (
          <li
            key={id}
            className="flex flex-wrap items-center gap-3 border-rim/20 border-b py-2 last:border-0"
          >
            <span className="min-w-48 flex-1">
              <bdi className="font-semibold">{name}</bdi>: {measuredSentence(measure, units)}
              <span className="block text-quiet text-sm">
                <bdi>{person}</bdi>, {at}
              </span>
            </span>
            {may("measure") && (
              <span className="flex gap-2">
                <Button look="main" disabled={busy} onClick={() => act(decideProposal({ id, accept: true }))}>
                  Accept<span className="sr-only">: {name}</span>
                </Button>
                <Button disabled={busy} onClick={() => act(decideProposal({ id, accept: false }))}>
                  Decline<span className="sr-only">: {name}</span>
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** A measurement in a line. */
function measuredSentence(measure: Measure, { printMass, printLiquid, printTemp }: Printers): string {
  switch (measure.what) {
    case "vessel": {
      const { emptyG, brimfulG, workingG } = measure.of;
      const ofVessel = emptyG ?? 0;
      const empty = emptyG === null ? "" : `${printMass(emptyG)} empty, `;
      return `${empty}${printLiquid(brimfulG - ofVessel)} to the brim, ${printLiquid(workingG - ofVessel)} working fill`;
    }
    case "density":
      return `${printNumber(measure.of.massG / measure.of.volumeMl, 3)} g/ml`;
    case "wetIce":
      return `${printNumber(100 * (1 - measure.of.drainedG / measure.of.wholeG), 0)} % water`;
    case "blankRun":
      return measure.of.rows
        .map(({ setG, weighedG }) => `${printSetting(setG)} gave ${printLiquid(weighedG)}`)
        .join(", ");
    case "drip":
      return measure.of.rows
        .map(({ waterTempC, dripTempC }) => `${printTemp(waterTempC)} dripped at ${printTemp(dripTempC)}`)
        .join(", ");
    case "flow":
      return measure.of.rows
        .map(({ upToG, rateGPerS }) => `${printNumber(rateGPerS, 1)} g/s to ${printSetting(upToG)}`)
        .join(", ");
    case "brewedPot":
      return measure.of.rows
        .map(
          ({ doseG, waterG, yieldG }) =>
            `${printMass(doseG)} and ${printLiquid(waterG)} gave ${printLiquid(yieldG)}`,
        )
        .join(", ");
    case "cooling":
      return measure.of.rows
        .map(({ atS, tempC }) => `${printTemp(tempC)} after ${printNumber(atS / 60, 0)} min`)
        .join(", ");
    case "curve":
      return measure.of.points
        .map(({ setting, um }) => `${printNumber(setting, 2)} grinds ${printNumber(um, 0)} µm`)
        .join(", ");
    case "pairs":
      return measure.of.pairs
        .map(({ from, to }) => `${printNumber(from, 2)} like ${printNumber(to, 2)}`)
        .join(", ");
  }
}
