"use client";

import type { RowOf } from "#contract/things.ts";
import { printNumber } from "#core/units";
import { useUnits } from "#ui/units.tsx";
import { OPTION_WORDS } from "#words/bench";
import { useSite } from "./context.tsx";
import { VesselShelf } from "./drawings.tsx";
import { Cooling, HeatHelp, WeighVessel } from "./measures.ts";
import { coolsTo } from "./printed.ts";
import type { VesselRow } from "./rows.ts";
import { Things } from "./things.tsx";

/** Vessels: what each holds, and how it cools. */
export function Vessels({ vessels }: { readonly vessels: readonly VesselRow[] }) {
  const units = useUnits();
  const { roomC } = useSite();
  const say = ({ figures }: RowOf<"vessel">, { coolingPerS }: VesselRow) => {
    const { brimG, workingG, kind, holdMin, plate, evaporationGPerH } = figures;
    const more = [
      OPTION_WORDS[kind],
      holdMin !== null && `sold for ${printNumber(holdMin, 0)} min`,
      plate !== "none" &&
        `on a plate, ${plate}${evaporationGPerH === null ? "" : `, which takes ${printNumber(evaporationGPerH, 0)} g an hour`}`,
      coolingPerS !== null && coolsTo(coolingPerS, roomC, units.printTemp),
    ].filter(Boolean);
    return (
      <>
        {units.printLiquid(brimG)} to the brim, {units.printLiquid(workingG)} working fill
        <br />
        {more.join("; ")}
      </>
    );
  };
  const wholeOf = (row: RowOf<"vessel">) => vessels.find(({ id }) => id === row.id)!;
  return (
    <Things
      kind="vessel"
      rows={vessels}
      empty="Put the pots and servers that you brew into on the bench: a card fills one of them."
      first={["name", "kind", "iced", "brimG", "workingG", "vesselJPerK"]}
      say={(row) => say(row, wholeOf(row))}
      overview={(rows) => <VesselShelf vessels={rows.map(({ figures }) => figures)} />}
      ways={(row) => [
        { verb: "Weigh", form: (onDone) => <WeighVessel vessel={wholeOf(row)} onDone={onDone} /> },
        { verb: "Cooling", form: (onDone) => <Cooling vessel={wholeOf(row)} onDone={onDone} /> },
      ]}
      besides={(form) => <HeatHelp {...form} />}
    />
  );
}
