"use server";

import { approval, archivedRecipe, droppedDraft, fittedVersion, keptRecipe } from "#contract/recipe.ts";
import { action } from "#server/action.ts";
import { makeVersionStandard } from "#server/approval.ts";
import { archive, dropDraft, fitToCup, forgetFit, putRecipe } from "#server/recipes.ts";

export const keepRecipe = action("writeRecipes")
  .inputSchema(keptRecipe)
  .action(async ({ parsedInput, ctx }) => putRecipe(parsedInput, ctx.by));

export const throwDraftAway = action("writeRecipes")
  .inputSchema(droppedDraft)
  .action(async ({ parsedInput }) => dropDraft(parsedInput));

export const archiveRecipe = action("approve")
  .inputSchema(archivedRecipe)
  .action(async ({ parsedInput, ctx }) => archive(parsedInput, ctx.by));

/** Makes a version the standard of its recipe. */
export const approveVersion = action("approve")
  .inputSchema(approval)
  .action(async ({ parsedInput, ctx }) => makeVersionStandard(parsedInput, ctx.by));

export const fitFactors = action("measure")
  .inputSchema(fittedVersion)
  .action(async ({ parsedInput, ctx }) => fitToCup(parsedInput.versionId, ctx.by));

export const forgetFactors = action("measure")
  .inputSchema(fittedVersion)
  .action(async ({ parsedInput, ctx }) => forgetFit(parsedInput.versionId, ctx.by));
