/** The Bench: what stands on it, how surely each figure is known, and measuring it again. */
export { Brewers } from "./brewers.tsx";
export { Care } from "./care.tsx";
export { Coffees } from "./coffees.tsx";
export { Filters } from "./filters.tsx";
export { Grinders } from "./grinders.tsx";
export { HousePart } from "./house.tsx";
export { Overview } from "./overview.tsx";
export { PARTS } from "./parts.ts";
export { Shell } from "./shell.tsx";
export { Supplies } from "./supplies.tsx";
export { Vessels } from "./vessels.tsx";
