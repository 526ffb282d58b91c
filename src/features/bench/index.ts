/** The Bench: what stands on it, how surely each figure is known, and measuring it again. */
export { Overview } from "./overview.tsx";
export { PARTS } from "./parts.ts";
export { Brewers, Care, Coffees, Filters, Grinders, HousePart, Supplies, Vessels } from "./partsLoaded.ts";
export { Shell } from "./shell.tsx";
