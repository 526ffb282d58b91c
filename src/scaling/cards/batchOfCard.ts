import type { BatchOfCard } from "#contract/batch.ts";
import type { CardSheet } from "#contract/card.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";

/** A card's batch as it will be logged: what was to be weighed, set and poured. */
export function batchOfCard(cardId: string, sheet: CardSheet): BatchOfCard {
  const { chosen, result, dial } = sheet;
  const { doseG, brewWaterG, bypassG, iceG } = result.rounded;
  return {
    cardId,
    recipeVersionId: chosen.recipe,
    method: icedMethodOf(sheet),
    coffeeId: chosen.coffee,
    brewerId: chosen.brewer,
    vesselId: chosen.vessel,
    grinderId: chosen.grinder,
    dialSetting: dial?.setting ?? null,
    doseG,
    waterG: brewWaterG + bypassG,
    iceG,
  };
}
