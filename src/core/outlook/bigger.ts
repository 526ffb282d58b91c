import { bedDepthMm, forecastBrew } from "#core/brew";
import { type Answer, type LadderInput, suggestedRung } from "./ladder.ts";

/** The ways to brew more than one bed does well: at once, in two batches, with a share round the bed, with less coffee. */
export const WAYS = ["one", "two", "bypass", "trim"] as const;
export type Way = (typeof WAYS)[number];

/** One way, with all that its forecast needs; of one kind of way there may be several, the mildest first. */
export interface WayAsked extends LadderInput {
  readonly by: Way;
  readonly times: 1 | 2;
  /** Of each batch, g. */
  readonly yieldG: number;
  readonly bypassG: number;
  /** From the end of one batch to the start of the next, s. */
  readonly betweenS: number;
  /** Number of the sheet's own stops and warnings. */
  readonly against: number;
}

export interface WayAnswer {
  readonly by: Way;
  /** Its place in what was asked. */
  readonly place: number;
  readonly times: 1 | 2;
  readonly doseG: number;
  /** Of the hot water, %. */
  readonly bypassPct: number;
  readonly bedDepthMm: number | undefined;
  /** Brewed over what is wanted, or short of it, g. */
  readonly surplusG: number;
  /** Starts of a brewer, and pours beside the bed. */
  readonly starts: number;
  readonly pours: number;
  /** Undefined where it cannot be brewed. */
  readonly brewed:
    | {
        readonly setting: number;
        readonly by: Answer;
        /** Of all of it, with what lies between two batches, s. */
        readonly timeS: number;
        readonly strengthPct: number;
        readonly extractionPct: number;
      }
    | undefined;
  /** Nothing is said against it, by the sheet or by the forecast. */
  readonly clean: boolean;
}

/**
 * The ways side by side, each ground as it would be suggested; of several of one kind the first that nothing is said
 * against, else the first.
 *
 * @param wantedG the beverage that is wanted in all, g
 */
export function compareWays(asked: readonly WayAsked[], wantedG: number): readonly WayAnswer[] {
  return WAYS.flatMap((by) => {
    let first: WayAnswer | undefined;
    for (const [place, way] of asked.entries()) {
      if (way.by !== by) continue;
      const answer = answerTo(way, place, wantedG);
      if (answer.clean) return [answer];
      first ??= answer;
    }
    return first ? [first] : [];
  });
}

function answerTo(way: WayAsked, place: number, wantedG: number): WayAnswer {
  const { by, times, plan, yieldG, bypassG, betweenS, against } = way;
  const source = forecastBrew(way.source);
  const rung = source.ok ? suggestedRung(way, source.value) : undefined;
  const outlook = rung?.outlook.ok ? rung.outlook.value : undefined;
  const depth = bedDepthMm(plan);
  return {
    by,
    place,
    times,
    doseG: plan.doseG,
    bypassPct: (100 * bypassG) / (bypassG + plan.waterG),
    bedDepthMm: depth.ok ? depth.value : undefined,
    surplusG: times * yieldG - wantedG,
    starts: times,
    pours: bypassG > 0 ? times : 0,
    brewed:
      rung && outlook
        ? {
            setting: rung.at.setting,
            by: rung.by,
            timeS: times * outlook.brew.brewTimeS + (times - 1) * betweenS,
            strengthPct: outlook.strengthPct,
            extractionPct: outlook.brew.extractionPct,
          }
        : undefined,
    clean: against === 0 && outlook !== undefined && outlook.checks.length === 0,
  };
}
