import { z } from "zod";
import { RESCUE_KINDS, USUAL_BLEND, USUAL_LATE_PCT, WENT_KINDS, type Went } from "#core/rescue";
import { SERVES } from "#core/sheet";
import * as n from "./numbers.ts";

const MOST_WENT_G = 200_000;
const retention = z.number().min(0).max(5);

/** What each kind needs besides its name; nothing else is taken. */
const NEEDS: {
  readonly [kind in (typeof WENT_KINDS)[number]]: readonly ("g" | "strengthPct" | "extractionPct")[];
} = {
  extraWater: ["g"],
  lessWater: ["g"],
  liftedEarly: ["g"],
  spilt: ["g"],
  rinseLeft: ["g"],
  iceExtra: ["g"],
  iceShort: ["g"],
  cooked: ["g"],
  doseOff: ["g"],
  extractionOff: ["extractionPct"],
  mixed: ["g", "strengthPct"],
};

const wentWrong = z
  .strictObject({
    kind: z.enum(WENT_KINDS),
    g: z
      .number()
      .min(-20_000)
      .max(MOST_WENT_G)
      .optional()
      .describe("By how much, g; below 0 only for doseOff"),
    strengthPct: n.strengthPct.optional().describe("Of the pot that it was mixed with, %"),
    extractionPct: n.extractionPct.optional().describe("As it was really brewed, % of the dose"),
  })
  .superRefine((went, context) => {
    const needs = NEEDS[went.kind];
    for (const name of ["g", "strengthPct", "extractionPct"] as const) {
      const isGiven = went[name] !== undefined;
      if (needs.includes(name) && !isGiven)
        context.addIssue({ code: "invalid_type", expected: "number", path: [name], input: undefined });
      if (!needs.includes(name) && isGiven)
        context.addIssue({ code: "unrecognized_keys", keys: [name], input: went });
    }
    if (went.kind !== "doseOff" && (went.g ?? 0) < 0)
      context.addIssue({
        code: "too_small",
        minimum: 0,
        inclusive: true,
        origin: "number",
        path: ["g"],
        input: went.g,
      });
  })
  .transform((went) => went as Went);

/** A pot that something went wrong with. */
export const rescueInput = z.strictObject({
  sheet: z.strictObject({
    doseG: n.doseG,
    brewWaterG: n.massG,
    bypassG: n.massG,
    iceG: n.massG,
    yieldG: n.massG.gt(0).describe("Beverage, all ice melted, g"),
    strengthPct: n.strengthPct,
  }),
  retentionGPerG: retention.describe("Liquid that the bed keeps, g per g of coffee"),
  extractionPct: n.extractionPct.describe("What the sheet takes out of its dose, %"),
  lateStrengthPct: z
    .number()
    .min(0)
    .max(30)
    .default(USUAL_LATE_PCT)
    .describe("Strength of what drips last, %"),
  serve: z.enum(SERVES).default("hot"),
  went: wentWrong,
  blend: z
    .strictObject({ ratio: z.number().min(1).max(100), extractionPct: n.extractionPct })
    .default(USUAL_BLEND)
    .describe("The small strong brew that a thin pot is strengthened with"),
  vessel: z
    .strictObject({ brimG: n.massG.gt(0), workingG: n.massG.gt(0) })
    .superRefine(({ brimG, workingG }, context) => n.inOrder(context, workingG, brimG, ["brimG"]))
    .optional(),
  want: z.strictObject({ strengthPct: n.windowOf(30) }).optional(),
  heat: z
    .strictObject({
      potTempC: n.liquidTempC,
      iceTempC: n.iceTempC,
      iceWetShare: n.share,
      vesselJPerK: n.vesselJPerK,
      finalTempC: n.liquidTempC,
    })
    .optional(),
});

export const rescueOutput = z.strictObject({
  now: z.strictObject({ liquidG: z.number(), strengthPct: z.number() }),
  options: z
    .array(
      z.strictObject({
        kind: z.enum(RESCUE_KINDS),
        liquidG: z.number(),
        strengthPct: z.number().optional(),
        tempC: z.number().optional(),
        fits: z.boolean().optional(),
        g: z.number().optional().describe("Poured off"),
        waterG: z.number().optional(),
        iceG: z.number().optional(),
        doseG: z.number().optional(),
        brewWaterG: z.number().optional(),
      }),
    )
    .describe("Best first"),
});
