import type { PinName } from "#core/sheet";

/** Values that a figure may be pinned to: from `least` (or above `above`) to `most` (or below `below`). */
export type PinRange = ({ readonly least: number } | { readonly above: number }) &
  ({ readonly most: number } | { readonly below: number });

const MASS_G = { least: 0, most: 200_000 };
const RATIO = { least: 1, most: 100 };
const SHARE = { least: 0, below: 1 };

/** One range for each pin: for messages, links and fields alike. Plain figures, so that a page need not load a schema. */
export const PIN_RANGES: { readonly [name in PinName]: PinRange } = {
  doseG: { above: 0, most: 20_000 },
  brewWaterG: MASS_G,
  bypassG: MASS_G,
  iceG: MASS_G,
  yieldG: MASS_G,
  brewRatio: RATIO,
  totalRatio: RATIO,
  yieldRatio: RATIO,
  iceShare: SHARE,
  bypassShare: SHARE,
  strengthPct: { above: 0, most: 30 },
  finalTempC: { least: 0, most: 100 },
};

/** How a value lies to a pin's range. */
export function placeInRange(name: PinName, value: number): "below" | "within" | "above" | "none" {
  const range = PIN_RANGES[name];
  if (Number.isNaN(value)) return "none";
  if ("least" in range ? value < range.least : value <= range.above) return "below";
  if ("most" in range ? value > range.most : value >= range.below) return "above";
  return "within";
}
