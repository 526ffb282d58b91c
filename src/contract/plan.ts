import { z } from "zod";
import { RANGED_FIGURES, USUAL_PLAN } from "#core/shift";
import * as n from "./numbers.ts";

/** A day of twenty-four hours in slots of five minutes has 288. */
const MOST_SLOTS = 300;
const MOST_PRODUCTS = 12;
const MOST_OPTIONS = 6;
const MOST_KINDS = 20;
const MOST_LISTED = 100;
const MOST_DAYS = 500;
const MOST_MEAN = 500;
const MOST_CUPS = 120;
const MOST_MONEY = 1000;

const name = z.string().min(1).max(80);
const slot = z.number().int().min(0).max(MOST_SLOTS);
const money = z.number().min(0).max(MOST_MONEY);
const count = z.number().int().min(0).max(MOST_LISTED);
const kg = z.number().min(0).max(10_000);
const minutes = z.number().min(0).max(1440);

const option = z.strictObject({
  card: name,
  cups: z.number().int().min(1).max(MOST_CUPS).describe("Served cups of one batch"),
  brewSlots: z.number().int().min(1).max(MOST_SLOTS),
  handsMin: minutes.describe("Work when it is begun, min"),
  brewer: name.optional().describe("The brewer that it is for; any that is free where left out"),
  vesselKind: name,
  holdSlots: z
    .number()
    .int()
    .min(1)
    .max(MOST_SLOTS)
    .describe("Slots after which what is left is poured away"),
  iceKg: kg,
  fixed: money.describe("Cost of a batch, whatever becomes of it"),
});

const product = z
  .strictObject({
    name,
    meanCups: z
      .array(z.number().min(0).max(MOST_MEAN))
      .max(MOST_SLOTS)
      .describe("Expected in each slot, cups"),
    varianceToMean: z
      .number()
      .min(1)
      .max(20)
      .describe("1: as single guests scatter (Poisson); above it negative binomial"),
    lostPerCup: money,
    pouredPerCup: money,
    stalePerCupMin: money,
    graceMin: minutes.describe("Age from which a cup is stale, min"),
    options: z.array(option).max(MOST_OPTIONS).describe("The largest first"),
  })
  .superRefine(({ options }, context) => {
    for (const [i, { cups }] of options.entries())
      n.inOrder(context, cups, options[i - 1]?.cups, ["options", i - 1, "cups"]);
  });

const pot = z.strictObject({
  product: name,
  cups: z.number().int().min(0).max(MOST_CUPS),
  vesselKind: name,
  readySlot: z.number().int().min(-MOST_SLOTS).max(MOST_SLOTS),
  pourAtSlot: z
    .number()
    .int()
    .min(-MOST_SLOTS)
    .max(2 * MOST_SLOTS),
  brewer: name.optional().describe("For one under way, the brewer that it is on"),
});

/** A day of a site in slots of some minutes. */
export const planInput = z
  .strictObject({
    slotMin: z.number().min(1).max(60).default(USUAL_PLAN.slotMin),
    slots: z.number().int().min(1).max(MOST_SLOTS),
    prepSlots: slot.default(0).describe("Slots before the doors open"),
    nowSlot: slot.default(USUAL_PLAN.nowSlot),
    products: z.array(product).max(MOST_PRODUCTS),
    dayFactors: z
      .array(z.strictObject({ weight: z.number().gt(0).max(1), factor: z.number().min(0).max(10) }))
      .min(1)
      .max(10)
      .default([...USUAL_PLAN.dayFactors])
      .describe("Quiet, usual and busy days, as often as they weigh"),
    brewers: count,
    handsMin: z.array(minutes).max(MOST_SLOTS).describe("In each slot, min"),
    vessels: z.array(z.strictObject({ kind: name, count })).max(MOST_KINDS),
    ice: z.strictObject({ initKg: kg, perSlotKg: kg, capKg: kg }).nullable().default(USUAL_PLAN.ice),
    pots: z.array(pot).max(MOST_LISTED).default([]),
    brewing: z.array(pot).max(MOST_LISTED).default([]),
    pins: z
      .array(z.strictObject({ product: name, card: name, readySlot: slot }))
      .max(MOST_LISTED)
      .default([]),
    forbidden: z
      .array(z.strictObject({ resource: name, fromSlot: slot, toSlot: slot }))
      .max(MOST_LISTED)
      .default([])
      .describe(
        "What is not there for a while: `brewer` for any, one by its name, a kind of vessel, or a card",
      ),
    days: z.number().int().min(2).max(MOST_DAYS).default(USUAL_PLAN.days),
    seed: z.number().int().min(0).max(1e9).default(USUAL_PLAN.seed),
  })
  .superRefine((day, context) => {
    const { slots, nowSlot, handsMin, products, pots, brewing, pins } = day;
    const bySlot = (path: PropertyKey[], list: readonly number[]) => {
      if (list.length === slots) return;
      const exact = { minimum: slots, inclusive: true, exact: true, origin: "array" } as const;
      context.addIssue({ code: "too_small", ...exact, path, input: list });
    };
    bySlot(["handsMin"], handsMin);
    for (const [i, { meanCups }] of products.entries()) bySlot(["products", i, "meanCups"], meanCups);
    if (nowSlot >= slots) {
      const most = { maximum: slots, inclusive: false, origin: "number" } as const;
      context.addIssue({ code: "too_big", ...most, path: ["nowSlot"], input: nowSlot });
    }
    const values = products.map(({ name: of }) => of);
    for (const [list, things] of Object.entries({ pots, brewing, pins }))
      for (const [i, thing] of things.entries())
        if (!values.includes(thing.product))
          context.addIssue({
            code: "invalid_value",
            values,
            path: [list, i, "product"],
            input: thing.product,
          });
  });

const cost = z.number();
export const planOutput = z.strictObject({
  levels: z
    .array(z.array(z.number().int()))
    .describe("By product and slot: brewed at so many cups on hand and under way, or fewer; −1: no more"),
  shift: z.number().int().describe("Cups that the programme's levels are shifted by"),
  pourRestCups: z.number().int(),
  scarceShare: z.number().describe("With one vessel left a level counts for this share"),
  vesselPrice: z.number().describe("Of a vessel for a slot, in lost cups: how scarce they are"),
  forecast: z.strictObject({
    cost,
    standardError: z.number(),
    lostCups: z.number(),
    pouredCups: z.number(),
    meanAgeMin: z.number(),
    brews: z.number(),
    handsMin: z.number(),
    iceKg: z.number(),
    missedPins: z.number(),
    ranges: z
      .record(z.enum(RANGED_FIGURES), z.tuple([z.number(), z.number()]))
      .describe("Eight days in ten lie within"),
    batches: z.array(z.strictObject({ card: z.string(), mean: z.number() })),
  }),
  likelyBrews: z.array(
    z.strictObject({
      product: z.string(),
      card: z.string(),
      vesselKind: z.string(),
      p10Slot: z.number(),
      p50Slot: z.number(),
      p90Slot: z.number(),
      emptySlot: z.number(),
      pouredShare: z.number(),
    }),
  ),
  baselines: z.strictObject({ whenEmpty: cost, fixedLevel: cost }),
  boundCost: cost,
  boundPerProduct: z.array(cost),
  oneMore: z.array(z.strictObject({ resource: z.string(), cost })),
});
