import { printPct, printTime } from "#core/units";

/** How a brew runs, as it is told: the sooner the better. */
export interface Running {
  readonly endS: number;
  readonly endRangeS: readonly [low: number, high: number];
  readonly extractionPct: number;
  /** As the card has it; null where it says none. */
  readonly plannedS: number | null;
  /** Grams ahead of the plan; below 0 behind it. */
  readonly aheadG?: number;
  readonly hasStalled: boolean;
  readonly byHand: boolean;
}

/** Nearer than this to its time a brew is in time, s: a share of it, and so many seconds at least. */
const IN_TIME_SHARE = 0.06;
const IN_TIME_S = 10;

/** Whether a running brew ends in its time; "early" and "late" only where its whole range says so. */
export function paceOf({ endRangeS: [low, high], plannedS }: Pick<Running, "endRangeS" | "plannedS">) {
  if (plannedS === null) return "inTime";
  const within = Math.max(IN_TIME_S, IN_TIME_SHARE * plannedS);
  if (low > plannedS + within) return "late";
  return high < plannedS - within ? "early" : "inTime";
}

/** Where a running brew will end, in a sentence. */
export function runningSentence(running: Running): string {
  const { endS, endRangeS, extractionPct, plannedS } = running;
  const off = plannedS === null ? 0 : Math.round(endS - plannedS);
  const pace = paceOf(running);
  const how = pace === "inTime" ? "" : `, ${printTime(Math.abs(off))} ${pace === "late" ? "late" : "early"}`;
  return `Will end at ${printTime(Math.round(endS))}${how} (${printTime(Math.round(endRangeS[0]))} to ${printTime(Math.round(endRangeS[1]))}); ${printPct(extractionPct, { decimals: 1 })} extracted.`;
}

/** What helps a brew that has stalled or runs late, while it runs; undefined where nothing has to be done. */
export function helpSentence(running: Running): string | undefined {
  const { hasStalled, byHand } = running;
  if (hasStalled)
    return byHand
      ? "It has stalled. Stop pouring; free the paper from the wall with a spoon's back, and swirl."
      : "It has stalled. Stop the water first. Never reach under the spray, nor lift or slide out the basket while water stands in it: look for a second paper, one sealed to the wall, the flow switch, a blocked spray.";
  const pace = paceOf(running);
  if (pace === "late")
    return byHand ? "Pour a little faster from here, and swirl the grounds off the wall." : undefined;
  if (pace === "early" && byHand) return "Pour slower from here, and hold the level lower.";
  return undefined;
}

/** What to change for the next brew, once this one has ended. */
export function afterwardsSentence(
  hasStalled: boolean,
  pace: "early" | "late" | "inTime",
): string | undefined {
  if (hasStalled)
    return "Next time: one paper, rinsed and not flat against the wall; if it stalls again, grind coarser.";
  if (pace === "late") return "Next time: look at the paper first, then grind a little coarser.";
  return pace === "early"
    ? "Next time: look for a channel in the bed first, then grind a little finer."
    : undefined;
}
