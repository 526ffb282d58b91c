"use client";

import { useState } from "react";
import type { Figures, RowOf } from "#contract/things.ts";
import { heatCapacityJPerK, SPECIFIC_HEAT, type VesselMaterial } from "#core/measure";
import { printNumber } from "#core/units";
import { Pot } from "#parts/pot.tsx";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice.tsx";
import { useUnits } from "#ui/units.tsx";
import { OPTION_WORDS } from "#words/bench";
import { useSite } from "./context.tsx";
import { Cooling, coolsTo } from "./cooling.tsx";
import type { VesselRow } from "./rows.ts";
import type { Besides } from "./thingForm.tsx";
import { Things } from "./things.tsx";
import { WeighVessel } from "./weighVessel.tsx";

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
      picture={({ figures }) => <Picture {...figures} />}
      ways={(row) => [
        { verb: "Weigh", form: (onDone) => <WeighVessel vessel={wholeOf(row)} onDone={onDone} /> },
        { verb: "Cooling", form: (onDone) => <Cooling vessel={wholeOf(row)} onDone={onDone} /> },
      ]}
      besides={(form) => <HeatHelp {...form} />}
    />
  );
}

function Picture({ brimG, workingG, iced }: Pick<Figures<"vessel">, "brimG" | "workingG" | "iced">) {
  return (
    <svg width={38} height={56} aria-hidden="true" className="shrink-0">
      <Pot fill={workingG / brimG} iced={iced} width={38} height={56} />
    </svg>
  );
}

const MATERIALS = Object.keys(SPECIFIC_HEAT) as readonly VesselMaterial[];

/** The drawn vessel as it is typed, and its heat capacity from what it is made of. */
function HeatHelp({ read, setText }: Besides) {
  const [material, setMaterial] = useState<VesselMaterial>("steel");
  const [mass, setMass] = useState("");
  const massG = Number(mass.replace(",", "."));
  const { brimG, workingG, iced, kind } = read;
  const insulated = kind === "pot" || kind === "dispenser";
  const known = typeof brimG === "number" && typeof workingG === "number" && workingG <= brimG;
  return (
    <div className="flex w-48 flex-col items-center gap-2">
      <svg width={90} height={130} aria-hidden="true">
        <Pot
          fill={known ? workingG / brimG : 0}
          {...(known && { working: workingG / brimG })}
          iced={iced === true}
          width={90}
          height={130}
        />
      </svg>
      <fieldset className="flex flex-col gap-1">
        <legend className="text-quiet text-sm">heat capacity, from material and mass</legend>
        <Choice
          label="of"
          value={material}
          options={MATERIALS.map((each) => ({ value: each, text: each }))}
          onChange={(value) => setMaterial(value as VesselMaterial)}
        />
        <span className="flex gap-1">
          <input
            aria-label="its mass in g, empty"
            inputMode="decimal"
            placeholder="g, empty"
            value={mass}
            onChange={(event) => setMass(event.target.value)}
            className="min-h-11 w-24 rounded-md border-2 border-rim/50 bg-enamel px-2"
          />
          <Button
            disabled={!(massG > 0)}
            onClick={() =>
              setText("vesselJPerK", `${Math.round(heatCapacityJPerK({ material, massG, insulated }))} J/K`)
            }
          >
            Take it
          </Button>
        </span>
      </fieldset>
    </div>
  );
}
