"use server";

import { correctedBatch, removedBatch, sentBatch } from "#contract/batch.ts";
import { startedCupTest } from "#contract/cups.ts";
import { approvedBatch, fittedPair, withdrawnBatch } from "#contract/standard.ts";
import { addedBatch } from "#contract/trials.ts";
import { action } from "#server/action.ts";
import { correct, log, takeOut } from "#server/batches.ts";
import { startCupTest } from "#server/cups.ts";
import { fitToLog, forgetFit } from "#server/fits.ts";
import { endStandard, makeStandard } from "#server/standards.ts";
import { addBatch } from "#server/trials.ts";

export const logBatch = action("logBatches")
  .inputSchema(sentBatch)
  .action(async ({ parsedInput, ctx }) => log(parsedInput, ctx.by));

export const correctBatch = action("logBatches")
  .inputSchema(correctedBatch)
  .action(async ({ parsedInput, ctx }) => correct(parsedInput, ctx.by));

/** Takes a batch out of the log, or puts it back. */
export const takeOutBatch = action("logBatches")
  .inputSchema(removedBatch)
  .action(async ({ parsedInput, ctx }) => takeOut(parsedInput, ctx.by));

/** Makes a batch the standard of its coffee, brewer, service and size. */
export const approveBatch = action("approve")
  .inputSchema(approvedBatch)
  .action(async ({ parsedInput, ctx }) => makeStandard(parsedInput, ctx.by));

/** Makes a batch a standard no more; what it retired is one again. */
export const withdrawBatch = action("approve")
  .inputSchema(withdrawnBatch)
  .action(async ({ parsedInput, ctx }) => endStandard(parsedInput.batchId, ctx.by));

/** Puts a batch into a running trial. */
export const addToTrial = action("runTrials")
  .inputSchema(addedBatch)
  .action(async ({ parsedInput, ctx }) => addBatch(parsedInput, ctx.by));

/** Asks tasters whether a pot is the cup that it came from. */
export const startCups = action("runTrials")
  .inputSchema(startedCupTest)
  .action(async ({ parsedInput, ctx }) => startCupTest(parsedInput, ctx.by));

/** Fits a brewer's and a grinder's factors to the log, now and after every batch. */
export const learnFromLog = action("measure")
  .inputSchema(fittedPair)
  .action(async ({ parsedInput, ctx }) => fitToLog(parsedInput, ctx.by));

export const forgetFitToLog = action("measure")
  .inputSchema(fittedPair)
  .action(async ({ parsedInput, ctx }) => forgetFit(parsedInput, ctx.by));
