import { z } from "zod";
import { STEEP_ENDINGS, USUAL_LAYERS, USUAL_STEP_S } from "#core/brew";
import * as n from "./numbers.ts";
import { basket, coffee } from "./sheet.ts";

/** More pours than a hand or a spray head makes. */
const MOST_POURS = 100;
/** Within the hour that a brew may take. */
const MOST_START_S = 3600;

const waterG = n.massG.gt(0);
export const grindUm = z.number().min(50).max(3000).describe("Median particle diameter, µm");
const retentionGPerG = z.number().min(0).max(5).optional();
const factor = z.number().min(0.01).max(100).optional();

/** One of three ways to begin; which one is given says which. */
const STARTS = ["atS", "afterDropMm", "whenDrained"] as const;

const pour = z
  .strictObject({
    atS: z.number().min(0).max(MOST_START_S).optional().describe("Starts then, s"),
    afterDropMm: n.lengthMm
      .optional()
      .describe("Starts when the level has dropped so far since the pour before"),
    whenDrained: z.literal(true).optional().describe("Starts when no water stands on the bed"),
    waterG: waterG.describe("g"),
    rateGPerS: z.number().min(0.01).max(10_000).describe("g/s"),
  })
  .superRefine((pour, context) => {
    const given = STARTS.filter((start) => pour[start] !== undefined);
    if (given.length !== 1) {
      context.addIssue({ code: "custom", path: given.slice(1, 2), params: { choices: STARTS }, input: pour });
    }
  })
  .transform(({ waterG, rateGPerS, atS, afterDropMm }) => {
    const water = { waterG, rateGPerS };
    if (atS !== undefined) return { ...water, atS };
    if (afterDropMm !== undefined) return { ...water, afterDropMm };
    return { ...water, whenDrained: true as const };
  });

/** Layers followed in a second of the brew, at most: ten times the usual resolution. */
const MOST_LAYERS_PER_S = 320;
const MOST_LAYERS = 64;
const LEAST_STEP_S = 0.05;

const brewFields = {
  doseG: n.doseG,
  waterTempC: z.number().min(40).max(100).describe("Water at the bed, °C"),
  pours: z.array(pour).min(1).max(MOST_POURS).describe("In their order"),
  basket,
  retentionGPerG: retentionGPerG.describe(
    "Liquid that bed and paper keep, g per g of dose; 2.1 when not given",
  ),
  coffee,
  factors: z
    .strictObject({
      permeability: factor.describe("How freely water runs, times the model's"),
      extraction: factor.describe("How readily coffee gives, times the model's"),
    })
    .optional(),
  resolution: z
    .strictObject({
      layers: z.number().int().min(1).max(MOST_LAYERS).optional().meta({ default: USUAL_LAYERS }),
      stepS: z.number().min(LEAST_STEP_S).max(5).optional().meta({ default: USUAL_STEP_S }),
    })
    .superRefine(({ layers = USUAL_LAYERS, stepS = USUAL_STEP_S }, context) => {
      const leastStepS = layers / MOST_LAYERS_PER_S;
      // Beyond its own range a figure is told by itself.
      if (stepS >= leastStepS || layers > MOST_LAYERS || stepS < LEAST_STEP_S) return;
      const issue = { code: "too_small", origin: "number", minimum: leastStepS, inclusive: true } as const;
      context.addIssue({ ...issue, input: stepS, path: ["stepS"] });
    })
    .optional(),
};

/** A fit forecasts each of its brews some hundred times: no finer than usual. */
const fittedResolution = z
  .strictObject({
    layers: z.number().int().min(1).max(USUAL_LAYERS).optional(),
    stepS: z.number().min(USUAL_STEP_S).max(5).optional(),
  })
  .optional();

export const brewInput = z.strictObject({
  ...brewFields,
  grindUm,
  curves: z.boolean().optional().describe("Whether the answer has curves over time"),
});

const series = z.array(z.number());

export const brewOutput = z.strictObject({
  yieldG: z.number(),
  strengthPct: z.number().describe("Of what drips into the vessel, before ice and bypass"),
  extractionPct: z.number(),
  brewTimeS: z.number().describe("From the first water to the last drip"),
  bedDepthMm: z.number().describe("Dry and level"),
  highWaterMm: z.number().describe("The highest that the slurry stood above the basket's bottom"),
  overflowG: z.number().describe("Water that ran over the rim"),
  meanSlurryTempC: z.number(),
  lastWaterS: z.number().describe("When the last pour ended"),
  meanContactS: z.number().describe("How long water was with the coffee, on average"),
  pourStartsS: series,
  waterBalanceG: z.number().describe("In less all that is accounted for"),
  solidsBalanceG: z.number(),
  curves: z
    .strictObject({
      timeS: series,
      levelMm: series,
      yieldG: series,
      strengthPct: series.describe("Of all that has dripped so far"),
      extractionPct: series,
      slurryTempC: series,
    })
    .optional(),
});

export const grindInput = z.strictObject({
  source: z.strictObject({ ...brewFields, grindUm }),
  target: z.strictObject(brewFields),
});

export const grindOutput = z.strictObject({
  grindUm: z.number().describe("At which the target is extracted as far as the source, µm"),
  sourceExtractionPct: z.number(),
  targetExtractionPct: z.number(),
  brewTimeS: z.number().describe("The target's"),
});

export const steepInput = z.strictObject({
  doseG: n.doseG,
  waterG,
  grindUm,
  waterTempC: z.number().min(0).max(100).describe("Water as it is poured on, °C"),
  steepS: z.number().min(1).max(604_800).describe("Until it is pressed or drained, s"),
  stirred: z.boolean().optional().meta({ default: true }),
  ending: z.enum(STEEP_ENDINGS).optional().meta({ default: "pressed" }),
  retentionGPerG: retentionGPerG.describe("g per g of dose; the ending's usual one when not given"),
  roomTempC: z.number().min(-30).max(60).optional(),
  factors: z.strictObject({ extraction: factor }).optional(),
  curves: z.boolean().optional(),
});

export const steepOutput = z.strictObject({
  yieldG: z.number(),
  strengthPct: z.number(),
  extractionPct: z.number(),
  meanSlurryTempC: z.number(),
  endTempC: z.number(),
  waterBalanceG: z.number(),
  solidsBalanceG: z.number(),
  curves: z
    .strictObject({
      timeS: series,
      strengthPct: series.describe("Of the liquid around the grains"),
      extractionPct: series,
      slurryTempC: series,
    })
    .optional(),
});

/** More tell nothing new of two factors, and take as long as anybody waits. */
const MOST_FITTED = 60;

const outcome = z
  .strictObject({ timeS: z.number().nullable(), strengthPct: z.number().nullable() })
  .nullable()
  .describe("Null where such a brew cannot be");

export const fitInput = z.strictObject({
  brews: z
    .array(
      z.strictObject({
        brew: z.strictObject({ ...brewFields, grindUm, resolution: fittedResolution }),
        addedG: n.massG.optional().describe("Bypass and melted ice in the metered cup, g"),
        timeS: z.number().gt(0).max(172_800).optional().describe("First water to last drip, as it was timed"),
        strengthPct: n.strengthPct.optional().describe("As it was metered"),
      }),
    )
    .min(1)
    .max(MOST_FITTED)
    .describe("Brews of one brewer and one grinder; their factors multiply what is found"),
  inOrder: z
    .boolean()
    .optional()
    .describe(
      "They are in the order in which they were brewed: a grinder that moved in between is looked for",
    ),
});
export type FitInput = z.input<typeof fitInput>;

export const fitOutput = z.strictObject({
  permeability: z.number(),
  extraction: z.number(),
  before: z.array(outcome).describe("Forecasts at factors of 1, in the order of the brews"),
  after: z.array(outcome).describe("Forecasts at the factors found"),
  move: z
    .strictObject({
      since: z.number().int().describe("Place of the first brew that was ground otherwise, from 0"),
      grindShare: z.number().describe("Its grind over what the dial's curve says; below 1 is finer"),
      sure: z.number().describe("How surely there was a move at all, 0 to 1"),
    })
    .nullable()
    .describe("A grinder that moved; null where none is told, or the brews are in no order"),
  odd: z.array(z.number()).describe("Places of brews that lie too far out to count, from 0"),
});
