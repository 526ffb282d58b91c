import type { JobKind } from "#contract/job.ts";

/** Each kind of job in words. */
export const JOB_WORDS: { readonly [kind in JobKind]: string } = {
  followBatch: "Cards follow an approved batch",
  followVersion: "Cards follow a recipe's new standard",
  fitPair: "The forecast is fitted to the log",
  learnBed: "A bed's retained liquid is learned from the log",
};

/** How a job stands. */
export function triesWords(state: "waiting" | "taken" | "stuck" | "done", tries: number): string {
  if (state === "taken") return "being done";
  if (state === "stuck") return `given up after ${tries} tries`;
  return tries === 0
    ? "waiting"
    : `waiting to be tried again after ${tries} ${tries === 1 ? "try" : "tries"}`;
}
