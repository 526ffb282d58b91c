import { z } from "zod";
import * as n from "./numbers.ts";

/** What the house decides for all its sites. */
export const houseSettings = z.strictObject({
  rounding: z.strictObject({ doseG: n.stepG, bypassG: n.stepG, iceG: n.stepG }),
  window: z.strictObject({
    ratio: n.windowOf(100),
    strengthPct: n.windowOf(30),
    extractionPct: n.windowOf(35),
  }),
  /** Taken where no cup was metered, and shown as a guess. */
  extractionGuessPct: n.extractionPct,
  roomTempC: n.vesselTempC,
  /** What an iced batch is first pinned at. */
  icedTempC: n.liquidTempC,
});
export type HouseSettings = z.infer<typeof houseSettings>;

/** What a new house starts with. */
export const USUAL_SETTINGS: HouseSettings = {
  rounding: { doseG: 1, bypassG: 10, iceG: 50 },
  window: { ratio: [15, 17], strengthPct: [1.2, 1.45], extractionPct: [18, 22] },
  extractionGuessPct: 20,
  roomTempC: 21,
  icedTempC: 8,
};
