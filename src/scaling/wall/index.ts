/** Many sheets at once: a wall chart, and one recipe at two sites. */
export { equipmentOf, type SiteSide, sideOf, usualSizesG } from "./sites.ts";
export { cellCard, type WallCell, type WallPlan, wallInTurns, wallPlan } from "./wall.ts";
