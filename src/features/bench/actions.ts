"use server";

import { blankRuns, brewedPots, coolingReadings, weighedBeans, weighedVessel } from "#contract/measure.ts";
import { action } from "#server/action.ts";
import { brewPots, readCooling, runBlank, weighBeans, weighVessel } from "#server/measures.ts";

// Each answers with what somebody else left, when they were faster.

export const keepWeighedVessel = action("measure")
  .inputSchema(weighedVessel)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await weighVessel(parsedInput, ctx.by) }));

export const keepWeighedBeans = action("measure")
  .inputSchema(weighedBeans)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await weighBeans(parsedInput, ctx.by) }));

export const keepBlankRuns = action("measure")
  .inputSchema(blankRuns)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await runBlank(parsedInput, ctx.by) }));

export const keepBrewedPots = action("measure")
  .inputSchema(brewedPots)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await brewPots(parsedInput, ctx.by) }));

export const keepCooling = action("measure")
  .inputSchema(coolingReadings)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await readCooling(parsedInput, ctx.by) }));
