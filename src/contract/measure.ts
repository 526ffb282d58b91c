import { z } from "zod";
import { uuid } from "./card.ts";

/** Far above what a café weighs; what is more is a slip. */
const weighedG = z.number().min(0).max(200_000);
const revision = z.number().int().min(1);
const MOST_RUNS = 60;

/** A vessel weighed empty, brimful and at its working fill, g as the scale shows them. */
export const weighedVessel = z.strictObject({
  id: uuid,
  revision,
  emptyG: weighedG,
  brimfulG: weighedG,
  workingG: weighedG,
});

/** One blank run; the id is the sender's. */
export const blankRun = z.strictObject({
  id: uuid,
  setG: z.number().gt(0).max(200_000),
  weighedG: z.number().gt(0).max(200_000),
});
export type BlankRunLine = z.infer<typeof blankRun>;

/** All of a brewer's blank runs, in the order in which they were made. */
export const blankRuns = z.strictObject({
  id: uuid,
  revision,
  runs: z.array(blankRun).min(1).max(MOST_RUNS),
});

/** A coffee's beans in a cup of known volume. */
export const weighedBeans = z.strictObject({
  id: uuid,
  revision,
  massG: z.number().gt(0).max(20_000),
  volumeMl: z.number().gt(0).max(20_000),
});
