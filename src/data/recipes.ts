import { eq, max } from "drizzle-orm";
import type { NewRecipe } from "#contract/recipe.ts";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { turnBench } from "./house.ts";
import { recipes, recipeVersions } from "./schema.ts";

/** Writes a recipe down, as its first version; sent twice, it is one. */
export function addRecipe(
  db: Database,
  { id, versionId, name, ...version }: NewRecipe & { readonly retentionGPerG: number },
  by: Act,
): Promise<void> {
  return db.transaction(async (tx) => {
    const [there] = await tx.select({ id: recipes.id }).from(recipes).where(eq(recipes.id, id));
    if (there) return;
    const [{ last } = { last: null }] = await tx.select({ last: max(recipes.position) }).from(recipes);
    await tx.insert(recipes).values({ id, name, position: (last ?? -1) + 1 });
    await tx.insert(recipeVersions).values({ ...version, id: versionId, recipeId: id, version: 1 });
    const { doseG, hotWaterG, iceG } = version;
    await record(tx, by, {
      action: "added",
      subject: "recipe",
      subjectId: id,
      after: { name, doseG, hotWaterG, iceG },
    });
    await turnBench(tx);
  });
}
