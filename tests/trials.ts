import type { Dial } from "#core/grind";
import { drawnVerdict, type Judging, judge, type Reading, type Verdict } from "#core/trial";

/** Chough's dial. */
export const CHOUGH_DIAL: Dial = { min: 0, max: 24, step: 0.5, higherIs: "coarser" };
/** What is liked, and how far tasting scatters, on a dial of 24. */
export const USUAL_WIDTHS = { likedHalfWidth: 1, tasteSd: 0.75 } as const;

/** A batch that shows what it is. */
export const READINGS: { readonly [verdict in keyof Verdict]: Reading } = {
  tooFine: {
    serve: "hot",
    method: "batch",
    signs: { time: "long", wall: "high" },
    tasted: [{ minutes: 5, dryness: "dry" }],
  },
  tooCoarse: {
    serve: "hot",
    method: "batch",
    signs: { time: "short", colour: "pale" },
    tasted: [{ minutes: 5, acidity: "sharp" }],
  },
  right: {
    serve: "hot",
    method: "batch",
    signs: { time: "right", bed: "flat" },
    tasted: [{ minutes: 5, sweetness: "right", acidity: "right" }],
  },
};

/** Sure of what it is. */
export const surely: Judging = (truth, random) => ({
  tooFine: 0,
  tooCoarse: 0,
  right: 0,
  [drawnVerdict(truth, random)]: 1,
});

/** As its signs and its taste are judged. */
export const asRead: Judging = (truth, random) => judge(READINGS[drawnVerdict(truth, random)]).verdict;
