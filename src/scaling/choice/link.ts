import { icedQuery } from "./icedInput.ts";
import type { ScaleState } from "./state.ts";

export const LINK_KEYS = ["recipe", "coffee", "brewer", "grinder", "vessel", "ice"] as const;

/** A state as the query of a link. */
export function queryOf(state: ScaleState): string {
  const pins = state.pins.map(({ name, value, band = [] }) => [name, value, ...band].join(":")).join(",");
  return new URLSearchParams({
    ...Object.fromEntries(LINK_KEYS.map((key) => [key, state[key]])),
    serve: state.serve,
    pins,
    ...(state.grind !== "best" && { grind: String(state.grind) }),
    ...(icedQuery(state.iced) && { iced: icedQuery(state.iced) }),
  }).toString();
}
