import { z } from "zod";
import { CURVE_REASONS } from "./aspects.ts";
import { uuid } from "./card.ts";

/** Far above what a café weighs; what is more is a slip. */
const weighedG = z.number().min(0).max(200_000);
const revision = z.number().int().min(1);
const MOST_ROWS = 60;

/**
 * A vessel weighed empty, brimful and at its working fill, g as the scale shows them; or, where nobody weighed it empty, the water that
 * was poured out of it.
 */
export const weighedVessel = z.strictObject({
  id: uuid,
  revision,
  emptyG: weighedG.nullable(),
  brimfulG: weighedG,
  workingG: weighedG,
});

/** Kinds of repeated readings: blank runs, a cooling pot, a brewer's spray, dripping. */
export const READING_KINDS = ["blankRun", "cooling", "flow", "drip"] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

const aboveNothingG = z.number().gt(0).max(200_000);

/** One blank run; the id is the sender's, here and below. */
const blankRun = z.strictObject({
  id: uuid,
  setG: aboveNothingG,
  weighedG: aboveNothingG,
  /** 1 for the first of the day, on a cold brewer. */
  cold: z.number().int().min(0).max(1),
});
export type BlankRunRow = z.infer<typeof blankRun>;

/** One brewed pot, the short form of a batch: coffee, all the water, and the beverage. */
const brewedPot = z.strictObject({
  id: uuid,
  doseG: aboveNothingG,
  waterG: aboveNothingG,
  yieldG: aboveNothingG,
});
export type BrewedPotRow = z.infer<typeof brewedPot>;

/** How a brewer sprays up to a batch's size: a half and a full batch may spray differently. */
const flowMode = z.strictObject({
  id: uuid,
  upToG: aboveNothingG,
  rateGPerS: z.number().min(0.5).max(200),
  /** Of the batch's water, before the first pause. */
  bloomPct: z.number().min(0).max(90),
  bloomS: z.number().min(0).max(600),
  pulses: z.number().int().min(1).max(60),
});
export type FlowRow = z.infer<typeof flowMode>;

const coolingReading = z.strictObject({
  id: uuid,
  atS: z.number().min(0).max(172_800),
  tempC: z.number().min(0).max(100),
});
export type CoolingRow = z.infer<typeof coolingReading>;

/** A thermometer in the brew water and in what drips, or in what was brewed beside; each °C. */
const dripReading = z.strictObject({
  id: uuid,
  waterTempC: z.number().min(20).max(100),
  dripTempC: z.number().min(0).max(100),
  /** 1 for what was brewed beside and is poured over the ice at once. */
  beside: z.number().int().min(0).max(1),
});
export type DripRow = z.infer<typeof dripReading>;

/** All readings of one kind of one thing, in the order in which they were made. */
const rowsOf = <Row extends z.ZodType>(row: Row) =>
  z.strictObject({ id: uuid, revision, rows: z.array(row).min(1).max(MOST_ROWS) });

export const blankRuns = rowsOf(blankRun).extend({
  confirmed: z.boolean().default(false).describe("An unusual line is so, somebody says"),
});
export const flowModes = rowsOf(flowMode);
export const coolingReadings = rowsOf(coolingReading);
export const dripReadings = rowsOf(dripReading);

/** Pots brewed and weighed; they join the log, and what the bed keeps is learned from it. */
export const brewedPots = z.strictObject({
  id: uuid,
  revision,
  rows: z.array(brewedPot).max(MOST_ROWS),
  /** An unusual retention is kept only when somebody says that it is so. */
  confirmed: z.boolean(),
});

/** A coffee's beans in a cup of known volume. */
export const weighedBeans = z.strictObject({
  id: uuid,
  revision,
  massG: z.number().gt(0).max(20_000),
  volumeMl: z.number().gt(0).max(20_000),
});

/** A scoop of ice, whole and drained. */
export const drainedIce = z.strictObject({
  id: uuid,
  revision,
  wholeG: aboveNothingG,
  drainedG: weighedG,
});

/** A grinder's curve: grind at a few settings of its dial. */
export const grindCurve = z.strictObject({
  id: uuid,
  revision,
  /** The curve's own id: a new one starts a new version. */
  curveId: uuid,
  why: z.enum(CURVE_REASONS),
  points: z
    .array(
      z.strictObject({
        setting: z.number(),
        um: z.number().min(50).max(3000),
        by: z.enum(["word", "sieve"]),
      }),
    )
    .min(1)
    .max(MOST_ROWS),
});

/** Settings at which two grinders grind alike. */
export const grinderPairs = z.strictObject({
  id: uuid,
  revision,
  otherId: uuid,
  pairs: z.array(z.strictObject({ id: uuid, from: z.number(), to: z.number() })).max(MOST_ROWS),
});

/** Everything that can be measured, as it is kept by a lead or proposed by a barista. */
export const measure = z.discriminatedUnion("what", [
  z.strictObject({ what: z.literal("vessel"), of: weighedVessel }),
  z.strictObject({ what: z.literal("density"), of: weighedBeans }),
  z.strictObject({ what: z.literal("wetIce"), of: drainedIce }),
  z.strictObject({ what: z.literal("blankRun"), of: blankRuns }),
  z.strictObject({ what: z.literal("flow"), of: flowModes }),
  z.strictObject({ what: z.literal("brewedPot"), of: brewedPots }),
  z.strictObject({ what: z.literal("cooling"), of: coolingReadings }),
  z.strictObject({ what: z.literal("drip"), of: dripReadings }),
  z.strictObject({ what: z.literal("curve"), of: grindCurve }),
  z.strictObject({ what: z.literal("pairs"), of: grinderPairs }),
]);
export type Measure = z.infer<typeof measure>;
/** Message of one kind of measuring. */
export type MeasureOf<What extends Measure["what"]> = Extract<Measure, { what: What }>["of"];

/** A lead's word on what a barista measured. */
export const decision = z.strictObject({ id: uuid, accept: z.boolean() });

/** Another person's measurement that was faster. */
export interface MeasuredByOthers {
  readonly changedBy: string;
  readonly revision: number;
  readonly figures: Readonly<Record<string, number | null>>;
}
