import type { ShiftIce } from "./shift.ts";

/*
 * What a browser needs of a day's list without reading messages: it loads no schema for it.
 */

/** Batches of one card a day; more is a slip of the finger. */
export const MOST_BATCHES = 99;

/** From eleven until five: what a day starts with. */
export const USUAL_ICE: ShiftIce = { fromMin: 660, toMin: 1020, sources: [] };
