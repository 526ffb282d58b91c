import { z } from "zod";
import * as n from "./numbers.ts";

export const iceInput = z.strictObject({
  hotG: n.massG.gt(0).describe("Hot beverage, g"),
  hotTempC: n.dripTempC,
  iceG: n.massG.describe("Ice, g; 0 allowed"),
  iceTempC: n.iceTempC,
  iceWetShare: n.share.describe("Share of the ice that is already water at 0 °C"),
  vesselJPerK: n.vesselJPerK,
  vesselTempC: n.vesselTempC,
  strengthPct: n.strengthPct.describe("Strength of the hot beverage, % by mass"),
});

export const iceOutput = z.strictObject({
  finalTempC: z.number().describe("0 when ice is left"),
  meltedG: z.number().describe("Ice that became liquid, its wet share included, g"),
  iceLeftG: z.number(),
  liquidG: z.number(),
  strengthPct: z.number().describe("Strength of the liquid, % by mass"),
});
