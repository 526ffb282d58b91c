import { MOST_FILE_BYTES } from "#contract/recipeFile.ts";
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

/** A request's body as text, read only as far as a file may go. */
export async function fileText(request: Request): Promise<string> {
  const reader = request.body?.getReader();
  const parts: Uint8Array[] = [];
  let size = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.byteLength;
    if (size > MOST_FILE_BYTES) {
      await reader?.cancel();
      throw new Refusal(`The file is larger than ${MOST_FILE_BYTES / 1e6} MB: this is no list of recipes.`, {
        code: "badInput",
      });
    }
    parts.push(part.value);
  }
  return Buffer.concat(parts).toString("utf8");
}
