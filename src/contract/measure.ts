import { z } from "zod";
import { uuid } from "./card.ts";

/** Far above what a café weighs; what is more is a slip. */
const weighedG = z.number().min(0).max(200_000);
const revision = z.number().int().min(1);
const MOST_ROWS = 60;

/** A vessel weighed empty, brimful and at its working fill, g as the scale shows them. */
export const weighedVessel = z.strictObject({
  id: uuid,
  revision,
  emptyG: weighedG,
  brimfulG: weighedG,
  workingG: weighedG,
});

/** What is read off several times: blank runs, brewed pots, a pot's temperature as it stands. */
export const READING_KINDS = ["blankRun", "brewedPot", "cooling"] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

const aboveNothingG = z.number().gt(0).max(200_000);

/** One blank run; the id is the sender's, here and below. */
const blankRun = z.strictObject({ id: uuid, setG: aboveNothingG, weighedG: aboveNothingG });
export type BlankRunRow = z.infer<typeof blankRun>;

/** One brewed pot: coffee, all the water, and the beverage. */
const brewedPot = z.strictObject({
  id: uuid,
  doseG: aboveNothingG,
  waterG: aboveNothingG,
  yieldG: aboveNothingG,
});
export type BrewedPotRow = z.infer<typeof brewedPot>;

const coolingReading = z.strictObject({
  id: uuid,
  atS: z.number().min(0).max(172_800),
  tempC: z.number().min(0).max(100),
});
export type CoolingRow = z.infer<typeof coolingReading>;

/** All readings of one kind of one thing, in the order in which they were made. */
const rowsOf = <Row extends z.ZodType>(row: Row) =>
  z.strictObject({ id: uuid, revision, rows: z.array(row).min(1).max(MOST_ROWS) });

export const blankRuns = rowsOf(blankRun);
export const brewedPots = rowsOf(brewedPot).extend({
  /** An unusual retention is kept only when somebody says that it is so. */
  confirmed: z.boolean(),
});
export const coolingReadings = rowsOf(coolingReading);

/** A coffee's beans in a cup of known volume. */
export const weighedBeans = z.strictObject({
  id: uuid,
  revision,
  massG: z.number().gt(0).max(20_000),
  volumeMl: z.number().gt(0).max(20_000),
});

/** What somebody else measured, when they were faster. */
export interface MeasuredByOthers {
  readonly changedBy: string;
  readonly revision: number;
  readonly figures: Readonly<Record<string, number | null>>;
}
