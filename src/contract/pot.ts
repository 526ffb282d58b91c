import { z } from "zod";
import * as n from "./numbers.ts";

const MOST_MIN = 10_080;
const MOST_TAU_MIN = 100_000;
const MOST_EVAPORATION_G_PER_H = 20_000;

const tempC = z.number().min(0).max(100);
/** A pot cools by itself, or stands on a plate. */
const WAYS = ["tauMin", "heldTempC"] as const;

export const potInput = z
  .strictObject({
    liquidG: n.massG.gt(0).describe("Coffee in the pot, g"),
    strengthPct: n.strengthPct.describe("Its strength, % by mass"),
    tempC: tempC.describe("As it stands, °C"),
    roomTempC: z.number().min(-30).max(60).describe("°C"),
    minutes: z.number().min(0).max(MOST_MIN).describe("How long it stands, up to a week"),
    tauMin: z
      .number()
      .gt(0)
      .max(MOST_TAU_MIN)
      .optional()
      .describe("The vessel's: in so long its distance to the room falls to 1/e, min"),
    evaporationGPerH: z
      .number()
      .min(0)
      .max(MOST_EVAPORATION_G_PER_H)
      .optional()
      .describe("Water that leaves, g/h; 0 where it is not given"),
    heldTempC: tempC.optional().describe("On a plate that holds it there, °C"),
  })
  .superRefine((pot, context) => {
    const given = WAYS.filter((way) => pot[way] !== undefined);
    if (given.length !== 1)
      context.addIssue({ code: "custom", path: given.slice(1), params: { choices: WAYS }, input: pot });
  });

export const potOutput = z.strictObject({
  liquidG: z.number(),
  strengthPct: z.number().describe("% by mass; solids stay"),
  tempC: z.number(),
});
