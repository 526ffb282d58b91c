"use server";

import { z } from "zod";
import { uuid } from "#contract/card.ts";
import { keptSettings } from "#contract/house.ts";
import { decision, measure } from "#contract/measure.ts";
import { newBag, openedBag } from "#contract/newBag.ts";
import { keptThing, removedThing } from "#contract/things.ts";
import { action } from "#server/action.ts";
import { doTask, undoTask } from "#server/care.ts";
import { decide, keepMeasure as keep, propose } from "#server/measures.ts";
import { openBag as open, touchedBy } from "#server/newBag.ts";
import { putSettings } from "#server/settings.ts";
import { siteToday } from "#server/site.ts";
import { putThing, removeThing as remove } from "#server/things.ts";

// Each change answers with what somebody else left, when they were faster.

export const keepThing = action("setBench")
  .inputSchema(z.strictObject({ siteId: uuid, thing: keptThing }))
  .action(async ({ parsedInput, ctx }) => ({
    theirs: await putThing(
      parsedInput.thing,
      { siteId: parsedInput.siteId, today: await siteToday() },
      ctx.by,
    ),
  }));

export const removeThing = action("setBench")
  .inputSchema(removedThing)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await remove(parsedInput, ctx.by) }));

export const keepSettings = action("setBench")
  .inputSchema(keptSettings)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await putSettings(parsedInput, ctx.by) }));

export const keepMeasure = action("measure")
  .inputSchema(measure)
  .action(async ({ parsedInput, ctx }) => ({ theirs: await keep(parsedInput, ctx.by) }));

export const proposeMeasure = action("propose")
  .inputSchema(z.strictObject({ id: uuid, siteId: uuid, measure }))
  .action(async ({ parsedInput, ctx }) => {
    await propose(parsedInput, ctx.by);
    return { theirs: undefined };
  });

export const decideProposal = action("measure")
  .inputSchema(decision)
  .action(async ({ parsedInput, ctx }) => decide(parsedInput, ctx.by));

export const markCareDone = action("doCare")
  .inputSchema(z.strictObject({ id: uuid, taskId: uuid }))
  .action(async ({ parsedInput, ctx }) => doTask(parsedInput, ctx.by));

export const unmarkCareDone = action("doCare")
  .inputSchema(z.strictObject({ id: uuid }))
  .action(async ({ parsedInput, ctx }) => undoTask(parsedInput.id, ctx.by));

/** Where the dial of each card would go with a new bag of its coffee. */
export const forecastBag = action("see")
  .inputSchema(newBag)
  .action(async ({ parsedInput }) => touchedBy(parsedInput));

export const openBag = action("setBench")
  .inputSchema(openedBag)
  .action(async ({ parsedInput, ctx }) => open(parsedInput, ctx.by));
