"use server";

import { z } from "zod";
import { uuid } from "#contract/card.ts";
import { action } from "#server/action.ts";
import { doTask, undoTask } from "#server/care.ts";

export const markCareDone = action("doCare")
  .inputSchema(z.strictObject({ id: uuid, taskId: uuid }))
  .action(async ({ parsedInput, ctx }) => doTask(parsedInput, ctx.by));

export const unmarkCareDone = action("doCare")
  .inputSchema(z.strictObject({ id: uuid }))
  .action(async ({ parsedInput, ctx }) => undoTask(parsedInput.id, ctx.by));
