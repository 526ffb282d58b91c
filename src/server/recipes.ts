import type { NewRecipe } from "#contract/recipe.ts";
import { cleanName } from "#core/people";
import type { Act } from "#data/audit.ts";
import { addRecipe } from "#data/recipes.ts";
import { findThing } from "#data/things.ts";
import { NOT_ON_THE_BENCH, nameSentence, recipeSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** Writes a source recipe down; what it kept follows from what it weighed, else from its brewer. */
export async function putRecipe(typed: NewRecipe, by: Act): Promise<void> {
  const name = cleanName(typed.name);
  if (!name.ok) throw new Refusal(nameSentence(name.failure), { field: "name" });
  const [brewer, grinder] = await Promise.all([
    findThing(database(), "brewer", typed.brewerId),
    findThing(database(), "grinder", typed.grinderId),
  ]);
  if (!brewer || !grinder) throw new Refusal(NOT_ON_THE_BENCH);
  const { doseG, hotWaterG, iceG, weighedG, bloomG, dialSetting } = typed;
  const { dialMin, dialMax } = grinder.figures;
  if (!(dialSetting >= dialMin && dialSetting <= dialMax)) {
    throw new Refusal(recipeSentence("offTheDial"), { field: "dialSetting" });
  }
  if (bloomG > hotWaterG) throw new Refusal(recipeSentence("bloomAboveWater"), { field: "bloomG" });
  const waterG = hotWaterG + iceG;
  if (weighedG !== null && weighedG >= waterG) {
    throw new Refusal(recipeSentence("moreThanWater"), { field: "weighedG" });
  }
  const retentionGPerG = weighedG === null ? brewer.figures.retentionGPerG : (waterG - weighedG) / doseG;
  if (waterG / doseG <= retentionGPerG)
    throw new Refusal(recipeSentence("bedHoldsAll"), { field: "hotWaterG" });
  await addRecipe(database(), { ...typed, name: name.value, retentionGPerG }, by);
}
