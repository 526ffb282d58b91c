"use server";

// Each answers with the figures as somebody else left them, when they were faster.

import { blankRuns, weighedBeans, weighedVessel } from "#contract/measure.ts";
import { action } from "#server/action.ts";
import { runBlank, weighBeans, weighVessel } from "#server/measures.ts";

export const keepWeighedVessel = action("measure")
  .inputSchema(weighedVessel)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await weighVessel(parsedInput, ctx.by) }));

export const keepBlankRuns = action("measure")
  .inputSchema(blankRuns)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await runBlank(parsedInput, ctx.by) }));

export const keepWeighedBeans = action("measure")
  .inputSchema(weighedBeans)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await weighBeans(parsedInput, ctx.by) }));
