/** Every table of a house, by what it is about. */
export * from "./bar.ts";
export * from "./cards.ts";
export * from "./care.ts";
export * from "./coffees.ts";
export * from "./cups.ts";
export * from "./equipment.ts";
export * from "./events.ts";
export * from "./house.ts";
export * from "./jobs.ts";
export * from "./log.ts";
export * from "./people.ts";
export * from "./recipes.ts";
export * from "./shifts.ts";
export * from "./sites.ts";
export * from "./trials.ts";
export * from "./wall.ts";
