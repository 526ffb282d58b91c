import type { Recipe } from "./recipe.ts";

/** Bloom water per dose, g/g; undefined without a bloom. */
export function bloomMultiple({
  blooms,
  pours,
  doseG,
}: Pick<Recipe, "blooms" | "pours" | "doseG">): number | undefined {
  return blooms && pours[0] ? pours[0].toG / doseG : undefined;
}
