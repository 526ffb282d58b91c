import { type FileFailure, type ImportPlan, planImport } from "#contract/recipeImport.ts";
import type { Act } from "#data/audit.ts";
import { importRecipes, readHouseForImport } from "#data/recipeFile.ts";
import { fileFailureSentence } from "#words/recipes";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** Plans the import of a file; with `write` also does it. */
export async function importFile(
  text: string,
  { siteId, write }: { readonly siteId: string; readonly write: boolean },
  by: Act,
): Promise<ImportPlan> {
  const plan = planImport(text, await readHouseForImport(database()));
  if (!plan.ok) refuse(plan.failure);
  if (write && plan.value.recipes.length > 0) await importRecipes(database(), plan.value, siteId, by);
  return plan.value;
}

function refuse(failure: FileFailure): never {
  throw new Refusal(fileFailureSentence(failure), { code: "badInput" });
}
