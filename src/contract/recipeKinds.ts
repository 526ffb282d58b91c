/** Where a version stands: being written, brewed on trial, the house's standard, or a standard of before. */
export const RECIPE_STATES = ["draft", "trial", "standard", "earlier"] as const;
export type RecipeState = (typeof RECIPE_STATES)[number];

/** How a recipe is brewed, by its brewer. */
export const METHODS = ["hand cone", "hand flat", "press", "batch"] as const;
export type Method = (typeof METHODS)[number];
