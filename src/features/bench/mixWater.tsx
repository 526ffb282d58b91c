"use client";

import { useState } from "react";
import { printLiquid, printMass, printNumber } from "#core/units";
import { blendTo, doseTo, GENTLE, USUAL_CONCENTRATES, type Water } from "#core/water";
import { Choice } from "#ui/choice/choice.tsx";
import { FigureText } from "#ui/figure/figureText.tsx";
import { FIGURE_KINDS } from "#ui/figure/kinds.ts";
import { Panel } from "#ui/panel.tsx";
import { type Measured, useMeasuredText } from "./measured.ts";

interface MixWaterProps {
  readonly waters: readonly (Water & { readonly id: string; readonly name: string })[];
}

const LITRES = 20;
const G_PER_L = 1000;
const n = (value: number) => printNumber(value, 0);
const middle = ([low, high]: readonly [number, number]) => (low + high) / 2;
const WANTED: Measured = { kind: FIGURE_KINDS["mg/l"], bounds: [1, 500] };

/** A mix for twenty litres: two waters, or one with minerals. */
export function MixWater({ waters }: MixWaterProps) {
  const [firstId, setFirst] = useState(waters[0]?.id ?? "");
  const [secondId, setSecond] = useState(waters[1]?.id ?? MINERALS);
  const hardness = useMeasuredText(n(middle(GENTLE.hardnessMgL)), WANTED);
  const alkalinity = useMeasuredText(n(middle(GENTLE.alkalinityMgL)), WANTED);
  const first = waters.find(({ id }) => id === firstId) ?? waters[0]!;
  const second = waters.find(({ id }) => id === secondId);
  const wanted =
    hardness.value !== undefined && alkalinity.value !== undefined
      ? { hardnessMgL: hardness.value, alkalinityMgL: alkalinity.value }
      : undefined;
  const options = waters.map(({ id, name }) => ({ value: id, text: name }));
  return (
    <Panel title={`Mix ${LITRES} l of water`}>
      <div className="flex flex-wrap gap-2">
        <Choice label="from" value={first.id} options={options} onChange={setFirst} />
        <Choice
          label="and"
          value={second ? second.id : MINERALS}
          options={[
            ...options.filter(({ value }) => value !== first.id),
            { value: MINERALS, text: "minerals" },
          ]}
          onChange={setSecond}
        />
      </div>
      <div className="mt-2 grid max-w-md grid-cols-2 gap-3">
        <FigureText
          label="hardness wanted, mg/l"
          {...WANTED}
          text={hardness.text}
          onText={hardness.setText}
          help={`gentle: ${GENTLE.hardnessMgL.join(" to ")}`}
        />
        <FigureText
          label="alkalinity wanted, mg/l"
          {...WANTED}
          text={alkalinity.text}
          onText={alkalinity.setText}
          help={`gentle: ${GENTLE.alkalinityMgL.join(" to ")}`}
        />
      </div>
      <p role="status">
        {wanted
          ? second
            ? blendSentence(first, second, wanted)
            : doseSentence(first, wanted)
          : "Type what is wanted, in mg/l as calcium carbonate."}
      </p>
      {!second && (
        <p className="mt-1 text-quiet text-sm">
          A concentrate is 20 g of food-grade salt in 980 g of clean water, one for each: Epsom salt for
          hardness, baking soda for alkalinity. Label both, keep them cold, and follow your food code.
        </p>
      )}
    </Panel>
  );
}

const MINERALS = "minerals";

function blendSentence(
  first: Water & { readonly name: string },
  second: Water & { readonly name: string },
  wanted: Water,
): string {
  const { share, water } = blendTo(first, second, wanted);
  const litres = (part: number) => printLiquid(part * LITRES * G_PER_L, "l", { decimals: 1 });
  return `${litres(share)} of ${first.name} and ${litres(1 - share)} of ${second.name}: hardness ${n(water.hardnessMgL)}, alkalinity ${n(water.alkalinityMgL)} mg/l${isNear(water, wanted) ? "." : ", the nearest that these two come to."}`;
}

/** Nobody tastes a twentieth. */
const NEAR_SHARE = 0.05;

function isNear(water: Water, wanted: Water): boolean {
  const off = (figure: keyof Water) => Math.abs(water[figure] / wanted[figure] - 1);
  return off("hardnessMgL") <= NEAR_SHARE && off("alkalinityMgL") <= NEAR_SHARE;
}

function doseSentence(first: Water & { readonly name: string }, wanted: Water): string {
  const dosing = doseTo(first, wanted, LITRES, USUAL_CONCENTRATES);
  if (!dosing.ok) {
    const figure = dosing.failure.figure === "hardnessMgL" ? "hardness" : "alkalinity";
    return `${first.name} has more ${figure} than that, and minerals only add: blend it with a softer water first.`;
  }
  const { hardnessG, alkalinityG, addedMgL } = dosing.value;
  return `${printMass(hardnessG)} of the Epsom salt concentrate and ${printMass(alkalinityG)} of the baking soda concentrate into ${LITRES} l of ${first.name}: hardness ${n(wanted.hardnessMgL)}, alkalinity ${n(wanted.alkalinityMgL)} mg/l, with ${n(addedMgL)} mg of salts in a litre.`;
}
