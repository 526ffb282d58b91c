/** The Bench: what stands on it, how surely each figure is known, and measuring it again. */
export { type BrewerRow, Brewers } from "./brewers.tsx";
export { Care, type CareRow } from "./care.tsx";
export { type CoffeeRow, Coffees } from "./coffees.tsx";
export type { BenchSite } from "./context.tsx";
export { Filters } from "./filters.tsx";
export { type GrinderRow, Grinders } from "./grinders.tsx";
export type { GuideProps } from "./guide.tsx";
export { HousePart } from "./house.tsx";
export { Overview } from "./overview.tsx";
export { PARTS, type Part } from "./parts.ts";
export type { ProposalRow } from "./proposals.tsx";
export type { House } from "./settings.tsx";
export { Shell } from "./shell.tsx";
export { Supplies } from "./supplies.tsx";
export type { SureOf } from "./sure.tsx";
export type { RowOf } from "./things.tsx";
export { type VesselRow, Vessels } from "./vessels.tsx";
