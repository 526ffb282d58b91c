"use client";

import { useState } from "react";
import { heatCapacityJPerK, SPECIFIC_HEAT, type VesselMaterial } from "#core/measure";
import { Pot } from "#parts/pot.tsx";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import type { Besides } from "./thingForm.tsx";

const MATERIALS = Object.keys(SPECIFIC_HEAT) as readonly VesselMaterial[];

/** The drawn vessel as it is typed, and its heat capacity from what it is made of. */
export function HeatHelp({ read, setText }: Besides) {
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
