import type { PinName } from "#core/sheet";
import { icedQuery } from "#scaling/iced/input.ts";
import type { ScaleState } from "./state.ts";

export const LINK_KEYS = ["recipe", "coffee", "brewer", "grinder", "vessel", "ice"] as const;

/** A state as the query of a link. */
export function queryOf(state: ScaleState): string {
  const pins = state.pins.map(({ name, value }) => `${name}:${value}`).join(",");
  return new URLSearchParams({
    ...Object.fromEntries(LINK_KEYS.map((key) => [key, state[key]])),
    serve: state.serve,
    pins,
    ...(state.grind !== "rule" && { grind: String(state.grind) }),
    ...(icedQuery(state.iced) && { iced: icedQuery(state.iced) }),
  }).toString();
}

const MOST: { readonly [name in PinName]: number } = {
  doseG: 20_000,
  brewWaterG: 200_000,
  bypassG: 200_000,
  iceG: 200_000,
  yieldG: 200_000,
  brewRatio: 100,
  totalRatio: 100,
  yieldRatio: 100,
  iceShare: 0.999,
  bypassShare: 0.999,
  strengthPct: 30,
  finalTempC: 60,
};

/** What a figure may be pinned to; the same ranges as the contract's. */
export function inRange(name: PinName, value: number): boolean {
  const least = name === "brewRatio" || name === "totalRatio" || name === "yieldRatio" ? 1 : 0;
  const aboveZero = name === "doseG" || name === "strengthPct";
  return value >= least && value <= MOST[name] && !(aboveZero && value === 0);
}

export function mostOf(name: PinName): number {
  return MOST[name];
}
