import { z } from "zod";
import { SERVES } from "#core/sheet";
import { CAUSES, FACTS, SIGNS, TASTES } from "#core/trial";
import * as n from "./numbers.ts";

const MOST_TASTED = 100;
const MOST_BATCHES = 1000;
/** A dial with more steps is a mistake of its step. */
const MOST_STEPS = 5000;
const MOST_CUPS = 10_000;

/** A schema for each of a record's lists of words, each optional. */
function oneOfEach<Lists extends { readonly [name in string]: readonly [string, ...string[]] }>(
  lists: Lists,
) {
  const entries = Object.entries(lists).map(([name, words]) => [name, z.enum(words).optional()]);
  return Object.fromEntries(entries) as {
    readonly [name in keyof Lists]: z.ZodOptional<z.ZodEnum<z.core.util.ToEnum<Lists[name][number]>>>;
  };
}

/** What was seen of a batch, all optional. */
export const signs = z.strictObject({
  ...oneOfEach(SIGNS),
  ...(Object.fromEntries(FACTS.map((name) => [name, z.boolean().optional()])) as {
    readonly [name in (typeof FACTS)[number]]: z.ZodOptional<z.ZodBoolean>;
  }),
});

/** One person's words on a cup. */
export const tasting = z.strictObject({
  minutes: z.number().min(0).max(10_080).describe("After the brew was done"),
  tempC: n.liquidTempC.optional(),
  ...oneOfEach(TASTES),
});

export const TRIAL_METHODS = ["batch", "hand", "press"] as const;

export const judgeInput = z.strictObject({
  serve: z.enum(SERVES),
  method: z.enum(TRIAL_METHODS),
  signs,
  metered: z
    .strictObject({ strengthPct: n.strengthPct.optional(), extractionPct: n.extractionPct.optional() })
    .optional(),
  window: z
    .strictObject({ strengthPct: n.windowOf(30), extractionPct: n.windowOf(35) })
    .optional()
    .describe("What is liked; the usual where it is not given"),
  measured: z
    .strictObject({
      waterTempC: n.liquidTempC.optional().describe("Water at the bed"),
      wantedWaterTempC: n.liquidTempC.optional(),
      daysOffRoast: z.number().min(0).max(3650).optional(),
      heldMin: z.number().min(0).max(10_080).optional(),
    })
    .optional(),
  tasted: z.array(tasting).max(MOST_TASTED),
  changedSince: z.array(z.string().max(60)).max(20).optional().describe("Since the batch before"),
  lastLiked: z.boolean().optional(),
});

const share = z.number().min(0).max(1);
const verdict = { tooFine: share, tooCoarse: share, right: share };

export const judgeOutput = z.strictObject({
  causes: z
    .array(
      z.strictObject({
        cause: z.enum(CAUSES),
        pct: z.number(),
        evidence: z.array(z.strictObject({ sign: z.string(), logOdds: z.number() })),
      }),
    )
    .describe("The most likely first"),
  verdict: z.strictObject(verdict).describe("For the bracket; adds up to 1"),
  change: z
    .strictObject({
      variable: z.string(),
      direction: z.string(),
      size: z.strictObject({ value: z.number(), unit: z.string() }).optional(),
    })
    .nullable()
    .describe("null where it is right"),
  confounded: z
    .array(z.string())
    .optional()
    .describe("More than one thing changed: what caused what is unknowable"),
  notCompared: z
    .array(z.tuple([z.number(), z.number()]))
    .optional()
    .describe("Cups more than 15 K apart"),
});

const setting = z.number().min(-10_000).max(10_000);

export const bracketInput = z
  .strictObject({
    dial: z.strictObject({
      min: setting,
      max: setting,
      step: z.number().gt(0).max(10_000),
      higherIs: z.enum(["coarser", "finer"]),
    }),
    prior: z.strictObject({ setting, sd: z.number().gt(0).max(10_000).describe("Dial units") }),
    batches: z.array(z.strictObject({ setting, ...verdict })).max(MOST_BATCHES),
    likedHalfWidth: z.number().gt(0).max(10_000).describe("Half the width of what is liked, dial units"),
    tasteSd: z.number().gt(0).max(10_000).describe("Scatter of tasting, dial units"),
  })
  .superRefine(({ dial: { min, max, step } }, context) => {
    n.inOrder(context, min, max, ["dial", "max"]);
    n.inOrder(context, (max - min) / MOST_STEPS, step, ["dial", "step"]);
  });

export const bracketOutput = z.strictObject({
  median: z.number(),
  low: z.number().describe("Eight in ten lie between low and high"),
  high: z.number(),
  mean: z.number(),
  next: z.number().describe("The setting to brew now"),
  withinPct: z.number(),
});

export const sameCupInput = z
  .strictObject({
    kind: z.enum(["triangle", "pair"]),
    cups: z.number().int().min(1).max(MOST_CUPS),
    right: z.number().int().min(0).max(MOST_CUPS),
  })
  .superRefine(({ cups, right }, context) => n.inOrder(context, right, cups, ["cups"]));

export const sameCupOutput = z.strictObject({
  pValue: z.number().describe("Chance of as many right answers or more by guessing"),
  tellApartShare: z.number(),
  tellApartUpperShare: z.number().describe("Nine in ten: not more than such a share can"),
  verdict: z.enum(["different", "sameEnough", "notShown"]),
});
