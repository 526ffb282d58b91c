"use client";

import type { ShiftCard } from "#contract/shift.ts";
import { useUnits } from "#ui/units.tsx";
import { printSetting } from "#words/figures";

type Brewed = Pick<ShiftCard, "doseG" | "dial" | "settingG" | "iceG" | "vessel">;

/** What a card weighs and sets, in a line: "202 g, Chough 9, set 3.3 l, into pot 2.05 l, blue". */
export function BrewLine({ card: { doseG, dial, settingG, iceG, vessel } }: { readonly card: Brewed }) {
  const units = useUnits();
  return (
    <>
      {units.printMass(doseG)}
      {dial && `, ${dial.grinder} ${dial.setting}`}
      {settingG !== null && `, set ${printSetting(settingG)}`}
      {iceG > 0 && `, ice ${units.printMass(iceG)}`}, into {vessel}
    </>
  );
}
