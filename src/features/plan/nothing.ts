import type { DayKit } from "#contract/dayKit.ts";

/** Why a site has nothing to plan with; undefined where it has. */
export function nothingSentence({ products, vessels, brewers }: DayKit): string | undefined {
  if (brewers.length === 0)
    return "This site has no batch brewer: what is brewed by hand is brewed to order, and needs no plan.";
  if (vessels.length === 0) return "This site has no vessel that a batch could stand in.";
  if (products.length === 0)
    return "No card of a batch brewer is here yet: scale a recipe, and keep it as a card.";
  return undefined;
}
