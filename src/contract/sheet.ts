import { z } from "zod";
import { USUAL_DENSITY_G_PER_ML } from "#core/brew";
import {
  CHECK_CODES,
  PIN_NAMES,
  type PinName,
  SERVES,
  SEVERITIES,
  USUAL_ICE_HEAP_G_PER_ML,
} from "#core/sheet";
import * as n from "./numbers.ts";
import { PIN_RANGES } from "./pinRanges.ts";

/** A pin within its range, that may be left out. */
function pin(name: PinName, what: string) {
  const range = PIN_RANGES[name];
  const low = "least" in range ? z.number().min(range.least) : z.number().gt(range.above);
  const within = "most" in range ? low.max(range.most) : low.lt(range.below);
  return within.describe(what).optional();
}

export const pins = z
  .strictObject({
    doseG: pin("doseG", "Dry coffee, g"),
    brewWaterG: pin("brewWaterG", "Mass, g"),
    bypassG: pin("bypassG", "Mass, g"),
    iceG: pin("iceG", "Mass, g"),
    brewRatio: pin("brewRatio", "Hot water, bypass included, per dose, g/g"),
    totalRatio: pin("totalRatio", "All water, ice counted, per dose, g/g"),
    yieldG: pin("yieldG", "Beverage with all ice melted, g"),
    yieldRatio: pin("yieldRatio", "Beverage per dose, g/g"),
    iceShare: pin("iceShare", "Ice as a share of all water"),
    bypassShare: pin("bypassShare", "Bypass as a share of hot water"),
    strengthPct: pin("strengthPct", "Dissolved solids in the beverage, % by mass"),
    finalTempC: pin("finalTempC", "Temperature when the ice has melted, °C, below the drip's"),
  })
  .describe(
    "What is known; each pin is one linear equation. Hot needs two, iced three, one more with bypass.",
  );

const ends = z.tuple([z.number().min(-20).max(1_000_000), z.number().min(-20).max(1_000_000)]).readonly();
/** Ends of the pins that are bands. */
export const bands = z
  .strictObject(
    Object.fromEntries(PIN_NAMES.map((name) => [name, ends.optional()])) as Record<
      PinName,
      z.ZodOptional<typeof ends>
    >,
  )
  .describe("Both ends of a pin that is a band, the lower first; rounding stays inside where it can");

const heat = z.strictObject({
  dripTempC: n.dripTempC,
  bypassTempC: n.liquidTempC.optional().describe("Temperature of the bypass, °C; the drip's when not given"),
  apart: z
    .strictObject({
      gPerG: z.number().min(0).max(100).describe("Kept apart, g per g of dose"),
      tempC: n.liquidTempC.describe("When it joins, °C"),
    })
    .optional()
    .describe("The bloom's liquid, kept apart to cool by itself; it joins last"),
  iceTempC: n.iceTempC,
  iceWetShare: n.share.describe("Share of the ice that is already water at 0 °C"),
  vesselJPerK: n.vesselJPerK,
  vesselTempC: n.vesselTempC,
});

const brewWater = z
  .strictObject({
    stepG: n.stepG.describe("Between two settings, g"),
    slope: z.number().min(0.1).max(10).optional().meta({ default: 1 }),
    interceptG: z.number().min(-20_000).max(20_000).optional().meta({ default: 0 }),
    minSettingG: n.massG.optional(),
    maxSettingG: n.massG.optional(),
  })
  .superRefine((brewer, context) =>
    n.inOrder(context, brewer.minSettingG, brewer.maxSettingG, ["maxSettingG"]),
  )
  .describe("What the brewer delivers at its settings: interceptG + slope · setting");

export const basket = z
  .strictObject({
    shape: z.enum(["flat", "cone"]),
    topDiameterMm: n.lengthMm,
    bottomDiameterMm: z.number().min(0).max(2000).describe("Length, mm; 0 for a pointed cone"),
    heightMm: n.lengthMm,
  })
  .superRefine((basket, context) =>
    n.inOrder(context, basket.bottomDiameterMm, basket.topDiameterMm, ["topDiameterMm"]),
  );

export const coffee = z
  .strictObject({
    densityGPerMl: z.number().min(0.1).max(1).optional().meta({ default: USUAL_DENSITY_G_PER_ML }),
  })
  .optional();

const brewer = z
  .strictObject({
    doseMinG: n.massG.optional(),
    doseMaxG: n.massG.optional(),
    waterMinG: n.massG.optional().describe("Least brew water delivered, g"),
    waterMaxG: n.massG.optional().describe("Most brew water delivered, g"),
    preferredMinG: n.massG.optional().describe("Least brew water that it tastes best at, g"),
    preferredMaxG: n.massG.optional().describe("Most brew water that it tastes best at, g"),
    bedDepthMinMm: n.lengthMm.optional().describe("Dry, levelled bed, mm"),
    bedDepthMaxMm: n.lengthMm.optional().describe("Dry, levelled bed, mm"),
    basket: basket.optional(),
  })
  .superRefine((brewer, context) => {
    n.inOrder(context, brewer.doseMinG, brewer.doseMaxG, ["doseMaxG"]);
    n.inOrder(context, brewer.waterMinG, brewer.waterMaxG, ["waterMaxG"]);
    n.inOrder(context, brewer.preferredMinG, brewer.preferredMaxG, ["preferredMaxG"]);
    n.inOrder(context, brewer.bedDepthMinMm, brewer.bedDepthMaxMm, ["bedDepthMaxMm"]);
  });

const vessel = z
  .strictObject({
    brimG: n.massG.gt(0).describe("Cold water to the brim, g"),
    workingG: n.massG
      .gt(0)
      .optional()
      .describe("Working fill, g; 95 % of the brim's volume when not measured"),
  })
  .superRefine((vessel, context) => {
    if (vessel.workingG !== undefined && vessel.workingG > vessel.brimG) {
      context.addIssue({
        code: "too_big",
        maximum: vessel.brimG,
        inclusive: true,
        origin: "number",
        input: vessel.workingG,
        path: ["workingG"],
      });
    }
  });

export const sheetInput = z
  .strictObject({
    serve: z.enum(SERVES),
    retentionGPerG: z.number().min(0).max(5).describe("Liquid that bed and paper keep, g per g of dose"),
    pins,
    bands: bands.optional(),
    extractionPct: n.extractionPct.optional(),
    heat: heat.optional(),
    rounding: z
      .strictObject({
        doseG: n.stepG.optional(),
        smallDoseG: n.stepG
          .optional()
          .describe("Dry coffee of less than 60 g, where it has a step of its own; g"),
        doseUp: z.boolean().optional().describe("Round the dose up, never down"),
        bypassG: n.stepG.optional(),
        iceG: n.stepG.optional(),
        brewWater: brewWater.optional(),
      })
      .optional()
      .describe("Steps that a scale or a button can do; a mass without one stays exact"),
    vessel: vessel.optional(),
    brewer: brewer.optional(),
    coffee,
    window: z
      .strictObject({
        ratio: n.windowOf(100).optional().describe("Hot: without ice; iced: with it"),
        strengthPct: n.windowOf(30).optional(),
        extractionPct: n.windowOf(35).optional(),
      })
      .optional(),
    iceHeapGPerMl: z.number().min(0.1).max(0.917).optional().meta({ default: USUAL_ICE_HEAP_G_PER_ML }),
  })
  .superRefine(({ pins, heat }, context) => {
    if (pins.finalTempC !== undefined && heat && !(pins.finalTempC < heat.dripTempC)) {
      context.addIssue({
        code: "too_big",
        maximum: heat.dripTempC,
        inclusive: false,
        origin: "number",
        input: pins.finalTempC,
        path: ["pins", "finalTempC"],
      });
    }
  });

const figures = z.strictObject({
  doseG: z.number(),
  brewWaterG: z.number(),
  bypassG: z.number(),
  iceG: z.number(),
  yieldG: z.number().describe("Beverage with all ice melted, g"),
  brewRatio: z.number().describe("Hot water, bypass included, per dose"),
  totalRatio: z.number().describe("All water, ice counted, per dose"),
  yieldRatio: z.number().describe("Beverage per dose"),
  iceShare: z.number(),
  strengthPct: z.number().optional().describe("When extractionPct is given"),
  finalTempC: z.number().optional().describe("When iced and heat is given; 0 when ice is left"),
  settingG: z.number().optional().describe("On rounded figures, when the brewer's lattice is given"),
});

/** A check as the core says it: its code and its figures. */
const check = z.strictObject({
  code: z.enum(CHECK_CODES),
  severity: z.enum(SEVERITIES),
  figures: z.record(z.string(), z.number()),
});

/** A solved sheet as a card keeps it. */
export const sheetResult = z.strictObject({ exact: figures, rounded: figures, checks: z.array(check) });

/** The same with each check's sentence. */
export const sheetOutput = sheetResult.extend({
  checks: z.array(check.extend({ message: z.string() })),
});
