/** The wall chart: one source for what hangs on the wall, and for every hand. */
export { WallCards } from "./cards.tsx";
export { WallLabels } from "./labels.tsx";
export { WallList } from "./listLoaded.ts";
export type { WallRow, WallTable, WallView } from "./view.ts";
export { Wall } from "./wall.tsx";
