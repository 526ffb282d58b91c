/** Materials of a filter. */
export const MATERIALS = ["paper", "metal", "cloth"] as const;
/** How a brew ends: the bed drains, the basket is lifted off, or a valve is shut. */
export const ENDINGS = ["drained", "liftedEarly", "valveShut"] as const;
export const PLATES = ["none", "off", "low", "on"] as const;
/** How a brewer's own settings are marked. */
export const MARKS = ["litres", "fluidOunces", "cups"] as const;
/** Ways that a coffee suits. */
export const SUITED = ["hot", "iced", "press", "concentrate"] as const;
export type Suited = (typeof SUITED)[number];

export const ROAST_LEVELS = ["light", "medium", "dark"] as const;
export const CURVE_REASONS = ["first", "newBurrs", "recalibrated"] as const;
export type CurveReason = (typeof CURVE_REASONS)[number];
export const CARE_KINDS = ["rinse", "soak", "descale", "burrs", "other"] as const;

/** Aspects of a thing that can be typical: usual for its kind, not measured here. */
export const ASPECTS = ["fill", "heat", "basket", "delivery", "retention", "dial", "density"] as const;
export type Aspect = (typeof ASPECTS)[number];

type Known = Readonly<Record<string, unknown>>;

/** The fields that an aspect is about: typing one of them tells it. */
const FIELDS_OF: { readonly [aspect in Aspect]: readonly string[] } = {
  fill: ["brimG", "workingG"],
  heat: ["vesselJPerK"],
  basket: ["topDiameterMm", "bottomDiameterMm", "heightMm"],
  delivery: [],
  retention: ["retentionGPerG"],
  dial: ["dialMin", "dialMax"],
  density: ["densityGPerMl"],
};

/** Aspects of a thing that stay typical: those before, less those typed since. */
export function stillTypical(aspects: readonly Aspect[], before: Known, after: Known): readonly Aspect[] {
  return aspects.filter((aspect) => FIELDS_OF[aspect].every((field) => before[field] === after[field]));
}
