/** Where a version stands: being written, brewed on trial, the house's standard, or a standard of before. */
export const RECIPE_STATES = ["draft", "trial", "standard", "earlier"] as const;
export type RecipeState = (typeof RECIPE_STATES)[number];

/** How a recipe is brewed, by its brewer. */
export const METHODS = ["hand cone", "hand flat", "press", "batch"] as const;
export type Method = (typeof METHODS)[number];

/** The method of a recipe that is brewed on such a brewer. */
export function methodOf({
  kind,
  shape,
}: {
  readonly kind: "batch" | "hand" | "press";
  readonly shape: "flat" | "cone";
}): Method {
  return kind === "hand" ? (shape === "cone" ? "hand cone" : "hand flat") : kind;
}
