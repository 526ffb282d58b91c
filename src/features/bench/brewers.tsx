"use client";

import { useState } from "react";
import type { BlankRunRow, BrewedPotRow } from "#contract/measure.ts";
import { type Delivery, fitDelivery, learnRetention } from "#core/measure";
import { parseLiquid, parseMass, parseParts, printNumber } from "#core/units";
import { Panel } from "#ui/panel.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { printSetting } from "#words/index.ts";
import { keepBlankRuns, keepBrewedPots } from "./actions.ts";
import { Line } from "./line.tsx";
import { Readings } from "./readings.tsx";
import { type Parse, WEIGHED_G, within } from "./typed.ts";

export interface BrewerLine {
  readonly id: string;
  readonly name: string;
  readonly minSettingG: number;
  readonly maxSettingG: number;
  readonly slope: number;
  readonly interceptG: number;
  readonly retentionGPerG: number;
  readonly runs: readonly BlankRunRow[];
  readonly pots: readonly BrewedPotRow[];
  readonly measured: string | undefined;
  readonly revision: number;
}

interface MeasureProps {
  readonly brewer: BrewerLine;
  readonly onDone: () => void;
}

/** What brews by itself: what each really delivers, and what its bed keeps. */
export function Brewers({ brewers }: { readonly brewers: readonly BrewerLine[] }) {
  const units = useUnits();
  return (
    <Panel title="Brewers">
      {brewers.length === 0 && <p className="text-quiet">No batch brewer stands at this site.</p>}
      <ul>
        {brewers.map((brewer) => (
          <Line
            key={brewer.id}
            name={brewer.name}
            measured={brewer.measured}
            figures={
              <>
                delivers {printLine(brewer, units.printLiquid)}
                <br />
                the bed keeps {printKept(brewer.retentionGPerG)}
              </>
            }
            ways={[
              {
                verb: "Blank runs",
                form: (onDone) => <BlankRuns brewer={brewer} onDone={onDone} />,
              },
              {
                verb: "Brewed pots",
                form: (onDone) => <BrewedPots brewer={brewer} onDone={onDone} />,
              },
            ]}
          />
        ))}
      </ul>
    </Panel>
  );
}

const SLOPE_DECIMALS = 3;
const KEPT_DECIMALS = 2;

function printLine(
  { slope, interceptG }: Pick<Delivery, "slope" | "interceptG">,
  printG: (massG: number) => string,
): string {
  const off = interceptG < 0 ? `− ${printG(-interceptG)}` : `+ ${printG(interceptG)}`;
  return `${printNumber(slope, SLOPE_DECIMALS)} × what is set ${off}`;
}

function printKept(retentionGPerG: number): string {
  return `${printNumber(retentionGPerG, KEPT_DECIMALS)} g per g of coffee`;
}

/** Water set and weighed, without coffee, and the line through it. */
function BlankRuns({ brewer, onDone }: MeasureProps) {
  const units = useUnits();
  const weighed = weighedIn(units);
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
    return `${printLine(line.value, units.printLiquid)}${
      scatterG === undefined ? "" : `, give or take ${units.printMass(scatterG)}`
    }${rows.length === 1 ? ". One run says nothing of other settings: make a second, far from it." : ""}`;
  };
  return (
    <Readings
      what={`${brewer.name}'s blank runs`}
      start={brewer.runs}
      revision={brewer.revision}
      columns={[
        {
          name: "setG",
          label: "set",
          help: "such as 2.4 l",
          parse: within((text) => parseLiquid(text, "l"), {
            least: brewer.minSettingG,
            most: brewer.maxSettingG,
            print: printSetting,
          }),
          print: printSetting,
        },
        {
          name: "weighedG",
          label: "weighed",
          instrument: "scale",
          help: "water only, no coffee",
          parse: weighed,
          print: units.printLiquid,
        },
      ]}
      verdict={{ label: "off the line", say: off }}
      summary={summary}
      send={(rows, revision) => keepBlankRuns({ id: brewer.id, revision, rows })}
      onDone={onDone}
    />
  );
}

/** Pots that were brewed and weighed, and what their beds kept. */
function BrewedPots({ brewer, onDone }: MeasureProps) {
  const units = useUnits();
  const [confirmed, setConfirmed] = useState(false);
  const kept = (rows: readonly BrewedPotRow[], place: number) => {
    const learned = learnRetention(rows);
    const { doseG, waterG, yieldG } = rows[place]!;
    const each = printNumber((waterG - yieldG) / doseG, KEPT_DECIMALS);
    return learned.ok && learned.value.outliers.includes(place) ? <LeftOut>{each}</LeftOut> : each;
  };
  const summary = (rows: readonly BrewedPotRow[]) => {
    const learned = learnRetention(rows);
    if (!learned.ok) return "Weigh a pot as it is brewed: the coffee, all the water, and what came out.";
    const { retentionGPerG, scatterGPerG } = learned.value;
    const scatter =
      scatterGPerG === undefined ? "" : `, give or take ${printNumber(scatterGPerG, KEPT_DECIMALS)}`;
    return `The bed keeps ${printKept(retentionGPerG)}${scatter}`;
  };
  const besides = (rows: readonly BrewedPotRow[]) => {
    const learned = learnRetention(rows);
    if (!learned.ok || !learned.value.unusual) return undefined;
    return (
      <label className="flex min-h-10 items-center gap-2">
        <input type="checkbox" checked={confirmed} onChange={(event) => setConfirmed(event.target.checked)} />
        This is far from usual, and it is so
      </label>
    );
  };
  const mass = weighedIn(units);
  return (
    <Readings
      what={`${brewer.name}'s brewed pots`}
      start={brewer.pots}
      revision={brewer.revision}
      columns={[
        { name: "doseG", label: "coffee", instrument: "scale", parse: mass, print: units.printMass },
        {
          name: "waterG",
          label: "water",
          help: "bypass too",
          parse: within((text) => parseParts(text, (part) => parseLiquid(part, units.mass)), {
            ...WEIGHED_G,
            print: units.printLiquid,
          }),
          print: units.printLiquid,
        },
        { name: "yieldG", label: "came out", instrument: "scale", parse: mass, print: units.printLiquid },
      ]}
      verdict={{ label: "kept, g per g", say: kept }}
      summary={summary}
      besides={besides}
      send={(rows, revision) => keepBrewedPots({ id: brewer.id, revision, rows, confirmed })}
      onDone={onDone}
    />
  );
}

/** Something on a scale, in parts if it is too heavy. */
function weighedIn({ mass, printMass }: Printers): Parse {
  return within((text) => parseParts(text, (part) => parseMass(part, mass)), {
    ...WEIGHED_G,
    print: printMass,
  });
}

function LeftOut({ children }: { readonly children: string }) {
  return <span className="font-semibold text-due">{children}, left out</span>;
}
