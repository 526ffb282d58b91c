import { type inferParserType, parseAsBoolean, parseAsString, parseAsStringLiteral } from "nuqs";
import type { RecipeLine } from "#contract/recipe.ts";
import { METHODS, RECIPE_STATES } from "#contract/recipeKinds.ts";
import { SERVICES } from "#core/recipe";
import { folded } from "#words/find";

/** Filter of the list, as its link holds it; "" lets any through. Every word of `text` counts, whatever the case. */
export const FILTER = {
  text: parseAsString.withDefault(""),
  method: parseAsStringLiteral(["", ...METHODS]).withDefault(""),
  service: parseAsStringLiteral(["", ...SERVICES]).withDefault(""),
  state: parseAsStringLiteral(["", ...RECIPE_STATES]).withDefault(""),
  archived: parseAsBoolean.withDefault(false),
};
export type RecipeFilter = inferParserType<typeof FILTER>;

/** A recipe with what is searched in it, put together once. */
export interface Searchable {
  readonly line: RecipeLine;
  readonly words: string;
}

export function searchable(lines: readonly RecipeLine[]): readonly Searchable[] {
  return lines.map((line) => ({
    line,
    words: folded([line.name, line.coffee, line.brewer, line.taste].join(" ")),
  }));
}

export function filtered(all: readonly Searchable[], filter: RecipeFilter): readonly RecipeLine[] {
  const wanted = folded(filter.text).split(/\s+/).filter(Boolean);
  return all
    .filter(
      ({ line, words }) =>
        line.archived === filter.archived &&
        (filter.method === "" || line.method === filter.method) &&
        (filter.service === "" || line.services.includes(filter.service)) &&
        (filter.state === "" || line.state === filter.state || (filter.state === "draft" && line.drafted)) &&
        wanted.every((word) => words.includes(word)),
    )
    .map(({ line }) => line);
}
