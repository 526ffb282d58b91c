import { METHODS, type Method, RECIPE_STATES, type RecipeLine, type RecipeState } from "#contract/recipe.ts";
import { SERVICES, type Service } from "#core/recipe";

/** Filter of the list; "" lets any through. */
export interface RecipeFilter {
  /** In its name, its coffee, its brewer or its taste, whatever the case; every word counts. */
  readonly text: string;
  readonly method: Method | "";
  readonly service: Service | "";
  readonly state: RecipeState | "";
  readonly archived: boolean;
}

export const NO_FILTER: RecipeFilter = { text: "", method: "", service: "", state: "", archived: false };

/** A recipe with what is searched in it, put together once. */
export interface Searchable {
  readonly line: RecipeLine;
  readonly words: string;
}

export function searchable(lines: readonly RecipeLine[]): readonly Searchable[] {
  return lines.map((line) => ({
    line,
    words: fold([line.name, line.coffee, line.brewer, line.taste].join(" ")),
  }));
}

/** Accents and case aside: who types "cafe" finds "Café". */
function fold(text: string): string {
  return text.normalize("NFD").replaceAll(/\p{M}/gu, "").toLowerCase();
}

export function filtered(all: readonly Searchable[], filter: RecipeFilter): readonly RecipeLine[] {
  const wanted = fold(filter.text).split(/\s+/).filter(Boolean);
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

/** A filter as the query of a link, empty when nothing is asked. */
export function queryOf(filter: RecipeFilter): string {
  const params = new URLSearchParams();
  for (const key of ["text", "method", "service", "state"] as const) {
    if (filter[key] !== "") params.set(key, filter[key]);
  }
  if (filter.archived) params.set("archived", "yes");
  return params.toString();
}

/** A filter from a link's query; what is no choice of ours is any. */
export function readFilter(query: Readonly<Record<string, string | string[] | undefined>>): RecipeFilter {
  const choice = <Option extends string>(key: string, options: readonly Option[]) =>
    options.find((option) => option === query[key]) ?? "";
  return {
    text: typeof query.text === "string" ? query.text : "",
    method: choice("method", METHODS),
    service: choice("service", SERVICES),
    state: choice("state", RECIPE_STATES),
    archived: query.archived === "yes",
  };
}
