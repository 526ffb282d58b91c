"use server";

import { sentDayPlan, sentSitePlan } from "#contract/dayPlan.ts";
import { plannedList } from "#contract/shift.ts";
import { action } from "#server/action.ts";
import { saveDayPlan, saveSitePlan } from "#server/plans.ts";
import { putPlanned } from "#server/shifts.ts";

/** Keeps what is known of a day and decided for it; answers with the other plan when somebody else was faster. */
export const keepDayPlan = action("planShift")
  .inputSchema(sentDayPlan)
  .action(async ({ parsedInput: { siteId, day, ...sent }, ctx }) =>
    saveDayPlan({ siteId, day }, sent, ctx.by),
  );

/** Keeps how a site plans its days: its hours, its hands and what a cup is worth. */
export const keepSitePlan = action("setBench")
  .inputSchema(sentSitePlan)
  .action(async ({ parsedInput, ctx }) => saveSitePlan(parsedInput, ctx.by));

/** Puts what a plan likely brews on its day's list, so that it can be weighed out. */
export const putOnList = action("planShift")
  .inputSchema(plannedList)
  .action(async ({ parsedInput: { lines, ...day }, ctx }) => putPlanned(day, lines, ctx.by));
