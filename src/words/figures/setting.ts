import type { MARKS } from "#contract/aspects.ts";
import { ok } from "#core/result";
import { ML_PER_FL_OZ, parseLiquid, parseNumber, printNumber } from "#core/units";
import { counted } from "./names.ts";

/** How a brewer's own settings are marked. */
export interface Marks {
  readonly marks: (typeof MARKS)[number];
  /** How much one marked cup is, g; null where nobody weighed one. */
  readonly cupMarkG: number | null;
}

/** A brewer's setting as its panel or its tank says it; in litres where nothing else is known of it. */
export function printSetting(settingG: number, marked?: Marks): string {
  if (marked?.marks === "fluidOunces") return `${printNumber(settingG / ML_PER_FL_OZ, 0)} fl oz`;
  if (marked?.marks === "cups" && marked.cupMarkG)
    return counted(settingG / marked.cupMarkG, "cup", { decimals: 1 });
  return `${printNumber(settingG / 1000, 2)} l`;
}

/** Reads a brewer's setting as it was typed, in g; a bare number is of its own marks. */
export function parseSetting(typed: string, marked: Marks): ReturnType<typeof parseLiquid> {
  const { marks, cupMarkG } = marked;
  if (marks === "cups" && cupMarkG) {
    const cups = parseNumber(typed);
    if (cups.ok && /^(cups?)?$/.test(cups.value.unit)) return ok(cups.value.number * cupMarkG);
  }
  return parseLiquid(typed, marks === "fluidOunces" ? "fl oz" : "l");
}

/** What a brewer with steps was set to, where the water that was asked for is none of its settings. */
export function nearestSettingSentence(
  {
    name,
    lattice,
    ...marked
  }: Marks & { readonly name: string; readonly lattice: { readonly stepG: number } },
  settingG: number,
): string {
  const step = printSetting(lattice.stepG, marked);
  return `${name} is set in steps of ${step}: ${printSetting(settingG, marked)} is nearest.`;
}
