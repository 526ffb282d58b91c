import { type BrewInput, handPours, sprayPours } from "#core/brew";
import { LOFT_RECIPE } from "./recipes.ts";

/** 70 g and 1.2 l in four and a half minutes through a flat basket: the brew that the model is anchored to. */
export const ANCHOR: BrewInput = {
  doseG: 70,
  grindUm: 800,
  waterTempC: 94,
  basket: { shape: "flat", topDiameterMm: 108, bottomDiameterMm: 108, heightMm: 80 },
  pours: [{ atS: 0, waterG: 1200, rateGPerS: 1200 / 270 }],
};

/** The demo house's hand recipe, in its cone. */
export const LOFT: BrewInput = {
  doseG: 22,
  grindUm: 800,
  waterTempC: 93,
  basket: { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 },
  retentionGPerG: 2.23,
  factors: { permeability: 1 / 1.2 },
  pours: handPours(LOFT_RECIPE),
};

/** A batch on the demo house's large brewer, all but its grind. */
export function onFulmar(doseG: number, waterG: number): Omit<BrewInput, "grindUm"> {
  return {
    doseG,
    waterTempC: 93,
    basket: { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
    retentionGPerG: 2.12,
    pours: sprayPours(waterG, [{ upToG: 3600, rateGPerS: 12, bloomPct: 15, bloomS: 30, pulses: 4 }]),
  };
}
