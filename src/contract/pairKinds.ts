/** What a pair of batches tries: one switch, everything else alike. */
export const PAIR_SWITCHES = [
  "bloomApart",
  "filter",
  "agitation",
  "iceKind",
  "roastAge",
  "pours",
  "waterTemp",
  "ratio",
  "dial",
] as const;
export type PairSwitch = (typeof PAIR_SWITCHES)[number];

/** Batches that stand beside each other at once. */
export const LEAST_COMPARED = 2;
export const MOST_COMPARED = 6;

/** Why a pair is not begun, or a score not taken. */
export type PairRefusal = "notThere" | "stale" | "sameBatch" | "takenOut" | "otherSite";
