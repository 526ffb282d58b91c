import type { ImpossibleMass, PinName } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import { PLAIN, type Printers } from "./printers.ts";

/** Every pin in plain words, as a sentence names it. */
export const PIN_WORDS: { readonly [name in PinName]: string } = {
  doseG: "dose",
  brewWaterG: "brew water",
  bypassG: "bypass",
  iceG: "ice",
  brewRatio: "ratio of coffee to hot water",
  totalRatio: "ratio of coffee to all water (ice counted)",
  yieldG: "coffee in the pot",
  yieldRatio: "coffee out per gram of dose",
  iceShare: "ice share",
  bypassShare: "bypass share",
  strengthPct: "strength",
  finalTempC: "final temperature",
};

export const MASS_WORDS: { readonly [mass in ImpossibleMass]: string } = {
  doseG: "coffee",
  brewWaterG: "brew water",
  bypassG: "bypass",
  iceG: "ice",
  hotG: "hot coffee below the bed",
};

const PER_CENT = 100;
const RATIO_DECIMALS = 2;

/** A pin's value with its unit. */
export function printPin(name: PinName, value: number, print: Printers = PLAIN): string {
  if (name === "finalTempC") return print.temp(value);
  if (name === "strengthPct") return printPct(value);
  if (name === "iceShare" || name === "bypassShare") return printPct(value * PER_CENT);
  if (name === "brewRatio" || name === "totalRatio") return print.ratio(value);
  if (name === "yieldRatio") return `${printNumber(value, RATIO_DECIMALS)} g per g`;
  return print.mass(value);
}

/** So many of something: "1 glass", "2.5 glasses". */
export function counted(n: number, one: string, { many = `${one}s`, decimals = 0 } = {}): string {
  const printed = printNumber(n, decimals);
  return `${printed} ${printed === "1" ? one : many}`;
}

/** "a pot", "an insulated pot". */
export function withArticle(noun: string): string {
  return `${/^[aeiou]/i.test(noun) ? "an" : "a"} ${noun}`;
}

/** "a", "a and b", "a, b and c"; another last word than "and" where wanted. */
export function listed(words: readonly string[], last = "and"): string {
  if (words.length < 2) return words.join("");
  return `${words.slice(0, -1).join(", ")} ${last} ${words.at(-1)}`;
}
