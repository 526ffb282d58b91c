"use client";

import { useState } from "react";
import type { BrewedPotRow } from "#contract/measure.ts";
import { type LoggedYield, learnRetention } from "#core/measure";
import { printNumber } from "#core/units";
import { useUnits } from "#ui/units.tsx";
import { POURED, WEIGHED } from "./measured.ts";
import { KEPT_DECIMALS, printKept } from "./printed.ts";
import { ItIsSo, LeftOut, Readings } from "./readings.tsx";
import type { BrewerRow } from "./rows.ts";

interface BrewedPotsProps {
  readonly brewer: BrewerRow;
  readonly onDone: () => void;
}

/** Pots brewed and weighed now, which join the log, and what the bed keeps by all of the log's newest. */
export function BrewedPots({ brewer, onDone }: BrewedPotsProps) {
  const units = useUnits();
  const [confirmed, setConfirmed] = useState(false);
  const learned = (rows: readonly LoggedYield[]) => learnRetention([...rows, ...brewer.yields]);
  const keptBy = (rows: readonly BrewedPotRow[], place: number) => {
    const all = learned(rows);
    const { doseG, waterG, yieldG } = rows[place]!;
    const each = printNumber((waterG - yieldG) / doseG, KEPT_DECIMALS);
    return all.ok && all.value.outliers.includes(place) ? <LeftOut>{each}</LeftOut> : each;
  };
  const summary = (rows: readonly BrewedPotRow[]) => {
    const all = learned(rows);
    if (!all.ok) return "Weigh a pot as it is brewed: the coffee, all the water, and what came out.";
    const { retentionGPerG, scatterGPerG, batches, outliers } = all.value;
    const scatter =
      scatterGPerG === undefined ? "" : `, give or take ${printNumber(scatterGPerG, KEPT_DECIMALS)}`;
    const left = outliers.length > 0 ? `, ${outliers.length} left out` : "";
    return `The bed keeps ${printKept(retentionGPerG)}${scatter}: from ${batches} ${batches === 1 ? "pot" : "pots"}${left}`;
  };
  const besides = (rows: readonly BrewedPotRow[]) => {
    const all = learned(rows);
    if (!all.ok || !all.value.unusual) return undefined;
    return <ItIsSo checked={confirmed} onChecked={setConfirmed} />;
  };
  return (
    <Readings
      what={`${brewer.figures.name}'s brewed pots`}
      start={[]}
      allowNone={brewer.yields.length > 0}
      revision={brewer.revision}
      columns={[
        { name: "doseG", label: "coffee", instrument: "scale", measured: WEIGHED, print: units.printMass },
        {
          name: "waterG",
          label: "water",
          help: "bypass too",
          measured: POURED,
          print: units.printLiquid,
        },
        {
          name: "yieldG",
          label: "came out",
          instrument: "scale",
          measured: WEIGHED,
          print: units.printLiquid,
        },
      ]}
      verdict={{ label: "kept, g per g", say: keptBy }}
      summary={summary}
      besides={besides}
      measured={(rows, revision) => ({ what: "brewedPot", of: { id: brewer.id, revision, rows, confirmed } })}
      onDone={onDone}
    />
  );
}
