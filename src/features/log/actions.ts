"use server";

import { correctedBatch, loggedBatch, removedBatch } from "#contract/batch.ts";
import { action } from "#server/action.ts";
import { correct, log, takeOut } from "#server/batches.ts";

export const logBatch = action("logBatches")
  .inputSchema(loggedBatch)
  .action(async ({ parsedInput, ctx }) => log(parsedInput, ctx.by));

export const correctBatch = action("logBatches")
  .inputSchema(correctedBatch)
  .action(async ({ parsedInput, ctx }) => correct(parsedInput, ctx.by));

/** Takes a batch out of the log, or puts it back. */
export const takeOutBatch = action("logBatches")
  .inputSchema(removedBatch)
  .action(async ({ parsedInput, ctx }) => takeOut(parsedInput, ctx.by));
