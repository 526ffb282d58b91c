"use client";

import type { ShiftCard } from "#contract/shift.ts";
import { type Printers, useUnits } from "#ui/units.tsx";
import { printSetting } from "#words/figures";

type Brewed = Pick<ShiftCard, "doseG" | "dial" | "settingG" | "marked" | "iceG" | "vessel">;

/** What a card weighs and sets, in a line: "202 g, Chough 9, set 3.3 l, into pot 2.05 l, blue". */
export function BrewLine({ card }: { readonly card: Brewed }) {
  return printBrew(card, useUnits());
}

export function printBrew(
  { doseG, dial, settingG, marked, iceG, vessel }: Brewed,
  { printMass }: Printers,
): string {
  return [
    printMass(doseG),
    dial && `${dial.grinder} ${dial.setting}`,
    settingG !== null && `set ${printSetting(settingG, marked)}`,
    iceG > 0 && `ice ${printMass(iceG)}`,
    `into ${vessel}`,
  ]
    .filter(Boolean)
    .join(", ");
}
