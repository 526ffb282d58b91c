import { type GlassServe, USUAL_CUP, USUAL_GLASS_GAIN_W_PER_K } from "#core/ice";
import type { IcedInput } from "#core/iced";
import type { Asking } from "#core/outlook";
import type { Pins, SheetInput } from "#core/sheet";
import { CHOUGH } from "./grinders.ts";

/** The demo house's steel server under Fulmar, with ice from the bin. */
export const STEEL: Omit<SheetInput, "pins"> = {
  serve: "iced",
  retentionGPerG: 2.12,
  extractionPct: 19,
  heat: { dripTempC: 77, iceTempC: -1, iceWetShare: 0.08, vesselJPerK: 350, vesselTempC: 21 },
};
/** A third of a litre with 75 g of ice from the bin. */
export const GLASS: GlassServe = {
  coffeeG: 220,
  iceG: 75,
  iceTempC: -1,
  iceWetShare: 0.08,
  pieceMm: 22,
  shakenS: 0,
  strained: true,
  topOffG: 0,
  topOffTempC: 5,
  vesselJPerK: 180,
  vesselTempC: 21,
  roomTempC: 21,
  gainWPerK: USUAL_GLASS_GAIN_W_PER_K,
};
export const CUP = { ...USUAL_CUP, roomTempC: 21 };

/** A sheet by its pins, in the server unless more is said. */
export function icedBy(pins: Pins, more: Partial<IcedInput> = {}): IcedInput {
  return { sheet: { ...STEEL, pins }, inGlass: [], ...more };
}

const FULMAR = { shape: "flat" as const, topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 };
const BED = { retentionGPerG: 2.12, densityGPerMl: 0.4, factors: {}, waterTempC: 92 };

/** What the forecast is asked of an iced batch on Fulmar, from the Rope Loft's hot cup; its masses are the sheet's. */
export const ASKING: Asking = {
  source: {
    doseG: 22,
    grindUm: 800,
    waterTempC: 93,
    basket: { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 },
    retentionGPerG: 2.23,
    pours: [
      { atS: 0, waterG: 55, rateGPerS: 6 },
      { atS: 40, waterG: 297, rateGPerS: 4 },
    ],
  },
  plan: {
    ...BED,
    doseG: 184,
    waterG: 1667,
    addedG: 1100,
    basket: FULMAR,
    programme: { by: "spray", modes: [{ upToG: 3600, rateGPerS: 12, bloomPct: 15, bloomS: 30, pulses: 4 }] },
    limits: { paperMm: 96, timeS: [240, 390], strengthPct: [1.2, 1.45], extractionPct: [18, 22] },
  },
  byHand: false,
  dial: CHOUGH,
  settings: {
    source: 9.5,
    rule: {
      sourceSetting: 9.5,
      sourceMm: 35,
      icedShift: true,
      rule: { unitsPerDoubling: 1.5, icedUnits: 1 },
    },
  },
  teaching: {
    lessons: [],
    coffee: { coffeeId: "saltmarsh", bag: { densityGPerMl: 0.4, roast: "medium", daysSinceRoast: 9 } },
  },
  pick: "rule",
  spread: {
    grindShare: 0.03,
    retentionGPerG: 0.05,
    densityGPerMl: 0.008,
    waterTempC: 2,
    permeabilityShare: 0.2,
    extractionShare: 0.06,
    unevenShare: 0,
  },
  mending: { others: [] },
};
