import type { Plan } from "#core/outlook";
import { LOFT_RECIPE } from "./recipes.ts";

/** A batch on the demo house's large brewer, and the hand recipe that it is scaled from. */
export const FULMAR: Plan = {
  doseG: 205,
  waterG: 3282,
  addedG: 0,
  programme: { by: "spray", modes: [{ upToG: 3600, rateGPerS: 12, bloomPct: 15, bloomS: 30, pulses: 4 }] },
  basket: { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
  waterTempC: 93,
  retentionGPerG: 2.12,
  densityGPerMl: 0.4,
  factors: {},
  limits: { paperMm: 96, timeS: [240, 390], strengthPct: [1.2, 1.45], extractionPct: [18, 22] },
};
export const LOFT: Plan = {
  ...FULMAR,
  doseG: 22,
  waterG: 352,
  programme: { by: "hand", rhythm: LOFT_RECIPE },
  basket: { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 },
  retentionGPerG: 2.23,
};

export const SALTMARSH = { densityGPerMl: 0.4, roast: "medium" as const, daysSinceRoast: 9 };
/** A house that has approved nothing. */
export const NOTHING_YET = { lessons: [], coffee: { coffeeId: "saltmarsh", bag: SALTMARSH } };

/** How unsure what a forecast rests on usually is. */
export const SPREAD = {
  grindShare: 0.03,
  retentionGPerG: 0.05,
  densityGPerMl: 0.008,
  waterTempC: 1,
  permeabilityShare: 0.2,
  extractionShare: 0.06,
  unevenShare: 0,
};
