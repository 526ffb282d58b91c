import { z } from "zod";
import { USUAL_RULE } from "#core/grind";
import { MASS_UNITS, RATIO_UNITS, TEMP_UNITS } from "#core/units";
import { ICED_SCHOOLS } from "./icedMethod.ts";
import * as n from "./numbers.ts";
import { STRONGER_BY } from "./trialKinds.ts";

const MOST_BREW_S = 86_400;
const MOST_DIAL_UNITS = 24;
const MOST_HOLD_MIN = 4320;

/** The house's settings for all its sites. */
export const houseSettings = z.strictObject({
  /** Units for a browser that has chosen none. */
  units: z.strictObject({
    mass: z.enum(MASS_UNITS),
    temp: z.enum(TEMP_UNITS),
    ratio: z.enum(RATIO_UNITS),
  }),
  rounding: z.strictObject({ doseG: n.stepG, doseUp: z.boolean(), bypassG: n.stepG, iceG: n.stepG }),
  window: z.strictObject({
    ratio: n.windowOf(100),
    strengthPct: n.windowOf(30),
    extractionPct: n.windowOf(35),
  }),
  /** Where a brewer has none of its own. */
  bedDepthMm: n.windowOf(500),
  /**
   * From the first water to the last drip, s; a batch below a litre is a small one. Where a brewer's spray was weighed, its
   * batches run so long after the last water, give or take a share of the whole.
   */
  brewTimeS: z.strictObject({
    afterSpray: z.number().min(0).max(MOST_BREW_S),
    sprayWithinPct: z.number().min(1).max(90),
    batch: n.windowOf(MOST_BREW_S),
    smallBatch: n.windowOf(MOST_BREW_S),
    hand: n.windowOf(MOST_BREW_S),
    icedHand: n.windowOf(MOST_BREW_S),
  }),
  icedSchool: z.enum(ICED_SCHOOLS),
  /** On a dial of 24. */
  rule: z.strictObject({
    unitsPerDoubling: z.number().min(0).max(MOST_DIAL_UNITS),
    icedUnits: z.number().min(0).max(MOST_DIAL_UNITS),
  }),
  /** By what a cup that is too thin or too strong is mended first. */
  strongerBy: z.enum(STRONGER_BY),
  /** Less coffee for each doubling of the batch, % of the dose. */
  doseTrimPct: z.number().min(0).max(30),
  /** Taken where no cup was metered, and shown as a guess. */
  extractionGuessPct: n.extractionPct,
  roomTempC: n.vesselTempC,
  /** Cold water that thins a concentrate, joins a strong brew or tops a glass. */
  coldWaterC: n.liquidTempC,
  /** Final temperature that an iced batch is first pinned at, °C. */
  icedTempC: n.liquidTempC,
  /** How long coffee is sold after it was brewed, where neither vessel nor card says less, min; and the coolest that hot is sold, °C. */
  hold: z.strictObject({
    hotMin: z.number().min(1).max(MOST_HOLD_MIN),
    icedMin: z.number().min(1).max(MOST_HOLD_MIN),
    leastHotC: z.number().min(0).max(95),
  }),
});
export type HouseSettings = z.infer<typeof houseSettings>;

/** The house's settings as they are kept. */
export const keptSettings = z.strictObject({
  /** The house's revision of settings that the change began with. */
  revision: z.number().int().min(1),
  name: z.string().max(400),
  settings: houseSettings,
});
export type KeptSettings = z.infer<typeof keptSettings>;

/** Settings of a new house. */
export const USUAL_SETTINGS: HouseSettings = {
  units: { mass: "g", temp: "°C", ratio: "1:n" },
  rounding: { doseG: 1, doseUp: false, bypassG: 10, iceG: 50 },
  window: { ratio: [15, 17], strengthPct: [1.2, 1.6], extractionPct: [18, 22] },
  bedDepthMm: [20, 50],
  brewTimeS: {
    afterSpray: 65,
    sprayWithinPct: 20,
    batch: [240, 390],
    smallBatch: [180, 330],
    hand: [165, 240],
    icedHand: [120, 195],
  },
  icedSchool: "inside",
  rule: USUAL_RULE,
  strongerBy: "ratio",
  doseTrimPct: 0,
  extractionGuessPct: 20,
  roomTempC: 21,
  coldWaterC: 12,
  icedTempC: 8,
  hold: { hotMin: 120, icedMin: 480, leastHotC: 60 },
};
