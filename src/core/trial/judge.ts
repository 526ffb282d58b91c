import type { Verdict } from "./bracket.ts";
import { type ChangeTo, changeFor } from "./change.ts";
import * as table from "./evidence.ts";
import {
  CAUSES,
  type Cause,
  FACTS,
  type Reading,
  SIGNS,
  type SignName,
  TASTES,
  type TasteName,
  type Tasting,
} from "./reading.ts";

/** What one sign says of one cause: above 0 for it, below against it. */
export interface Evidence {
  /** Its name and value, such as `wall.high`; a fact that is not so begins with `no`. */
  readonly sign: string;
  readonly logOdds: number;
}

export interface JudgedCause {
  readonly cause: Cause;
  readonly pct: number;
  /** The strongest first. */
  readonly evidence: readonly Evidence[];
}

/** Two of the cups, by their place in what was tasted. */
export type CupPair = readonly [first: number, second: number];

export interface Judgement {
  /** The most likely first. */
  readonly causes: readonly JudgedCause[];
  /** What the batch says of its setting, for the bracket. */
  readonly verdict: Verdict;
  /** The one change that is due; null where it is right. */
  readonly change: ChangeTo | null;
  /** What changed since the batch before, where it is more than one thing: what caused what cannot be known. */
  readonly confounded?: readonly string[];
  /** Cups too far apart in temperature to be held against each other. */
  readonly notCompared?: readonly CupPair[];
}

/** A sign with what it says, before causes are summed up. */
interface Spoken {
  readonly sign: string;
  readonly says: table.Weights;
}

const COMPARED_WITHIN_K = 15;
/** Causes that say nothing of the dial. */
const BESIDE_THE_DIAL: readonly Cause[] = [
  "tooMuchCoffee",
  "uneven",
  "pour",
  "filter",
  "waterCool",
  "waterHot",
  "held",
  "stale",
  "paper",
];
/** Ground right, and yet not liked as it is. */
const GROUND_RIGHT: readonly Cause[] = ["right", "tooStrong", "tooWeak", "iceMuch", "iceLittle"];

/**
 * What a batch's signs, meter and tastings say of why it tastes as it does: log-odds from the table of evidence, added
 * up for each cause on what is usual.
 */
export function judge(reading: Reading): Judgement {
  const possible = CAUSES.filter((cause) => table.isPossible(cause, reading));
  const spoken = withSuspect(reading, [
    ...signsOf(reading),
    ...tastedOf(reading),
    ...meterOf(reading),
    ...measuredOf(reading),
  ]);
  const sums = possible.map((cause) => ({
    cause,
    logOdds: table.PRIOR[cause] + spoken.reduce((sum, { says }) => sum + (says[cause] ?? 0), 0),
  }));
  const total = sums.reduce((sum, { logOdds }) => sum + Math.exp(logOdds), 0);
  const causes = sums
    .map(({ cause, logOdds }) => ({
      cause,
      pct: (100 * Math.exp(logOdds)) / total,
      evidence: evidenceFor(cause, spoken),
    }))
    .toSorted((a, b) => b.pct - a.pct);
  const notCompared = farApart(reading.tasted);
  const { changedSince = [] } = reading;
  return {
    causes,
    verdict: verdictOf(causes, possible),
    change: changeFor(causes[0]!.cause, reading),
    ...(changedSince.length > 1 && { confounded: changedSince }),
    ...(notCompared.length > 0 && { notCompared }),
  };
}

function evidenceFor(cause: Cause, spoken: readonly Spoken[]): Evidence[] {
  return spoken
    .flatMap(({ sign, says }) => (says[cause] ? [{ sign, logOdds: says[cause] }] : []))
    .toSorted((a, b) => Math.abs(b.logOdds) - Math.abs(a.logOdds));
}

function signsOf({ signs, method }: Reading): Spoken[] {
  const named = (Object.keys(SIGNS) as SignName[]).flatMap((name) =>
    signs[name] === undefined ? [] : [`${name}.${signs[name]}`],
  );
  const facts = FACTS.flatMap((name) =>
    signs[name] === undefined ? [] : [signs[name] ? name : `no ${name}`],
  );
  return [...named, ...facts].map((sign) => ({ sign, says: rowsOf(sign, method) }));
}

/** The table's weights of a sign, for a way of brewing. */
function rowsOf(sign: string, method: Reading["method"]): table.Weights {
  return table.EVIDENCE[sign]?.find(({ of }) => !of || of.includes(method))?.says ?? {};
}

/**
 * Words of all cups. The same thing said of several counts in full once, then by half, then by a third, the surest word
 * first: it is one batch, and mostly one tongue.
 */
function tastedOf({ tasted, method }: Reading): Spoken[] {
  return (Object.keys(TASTES) as TasteName[]).flatMap((name) =>
    tasted
      .flatMap((cup) =>
        cup[name] === undefined ? [] : [{ word: cup[name], trust: trustIn(name, cup), minutes: cup.minutes }],
      )
      .toSorted((a, b) => b.trust - a.trust || a.minutes - b.minutes || (a.word < b.word ? -1 : 1))
      .map(({ word, trust }, place) => {
        const sign = `${name}.${word}`;
        return { sign, says: times(rowsOf(sign, method), trust / (place + 1)) };
      }),
  );
}

function trustIn(name: TasteName, { tempC }: Tasting): number {
  if (tempC === undefined) return 1;
  const dulled: readonly TasteName[] =
    tempC > table.HOT_C ? table.DULL_WHEN_HOT : tempC < table.COLD_C ? table.DULL_WHEN_COLD : [];
  return dulled.includes(name) ? table.DULLED : 1;
}

/** What is usual where a house has set no windows, % by mass and % of the dose. */
const USUAL_WINDOW = { strengthPct: [1.2, 1.6], extractionPct: [18, 22] } as const;

function meterOf({ metered = {}, window = USUAL_WINDOW }: Reading): Spoken[] {
  return (["strength", "extraction"] as const).flatMap((what) => {
    const at = metered[`${what}Pct`];
    if (at === undefined) return [];
    const [low, high] = window[`${what}Pct`];
    const side = at < low ? "below" : at > high ? "above" : "inside";
    const off = side === "below" ? (low - at) / low : side === "above" ? (at - high) / high : 0;
    const sign = `${what}.${side}`;
    const factor = Math.min(table.MOST_TIMES, 1 + table.TIMES_PER_SHARE * off);
    return [{ sign, says: times(table.METERED[sign]!, factor) }];
  });
}

function measuredOf({ measured = {} }: Reading): Spoken[] {
  const { waterTempC, wantedWaterTempC, heldMin, daysOffRoast } = measured;
  const spoken: Spoken[] = [];
  if (waterTempC !== undefined && wantedWaterTempC !== undefined) {
    spoken.push(waterAt(waterTempC - wantedWaterTempC));
  }
  if (heldMin !== undefined) {
    spoken.push(
      heldMin < table.HELD_FRESH_MIN
        ? { sign: "held.fresh", says: table.HELD_FRESH }
        : {
            sign: "held.long",
            says: { held: Math.min(table.HELD_MOST, (table.HELD_PER_HOUR * heldMin) / 60) },
          },
    );
  }
  if (daysOffRoast !== undefined && daysOffRoast <= table.ROAST_FRESH_DAYS) {
    spoken.push({ sign: "roast.fresh", says: table.ROAST_FRESH });
  }
  if (daysOffRoast !== undefined && daysOffRoast >= table.ROAST_OLD_DAYS) {
    spoken.push({ sign: "roast.old", says: table.ROAST_OLD });
  }
  return spoken;
}

/** Water at the bed, `offK` hotter than wanted. */
function waterAt(offK: number): Spoken {
  const beyond = Math.abs(offK) - table.WATER_NEAR_K;
  if (beyond <= 0) return { sign: "water.right", says: table.WATER_NEAR };
  const logOdds = Math.min(table.WATER_MOST, table.WATER_PER_K * beyond);
  return offK < 0
    ? { sign: "water.cool", says: { ...table.WATER_FAR, waterCool: logOdds, waterHot: -logOdds } }
    : { sign: "water.hot", says: { ...table.WATER_FAR, waterHot: logOdds, waterCool: -logOdds } };
}

/** With what is suspected where one thing alone changed since a batch that was liked, and this one is not as good. */
function withSuspect(
  { changedSince = [], lastLiked }: Reading,
  spoken: readonly Spoken[],
): readonly Spoken[] {
  const [changed, another] = changedSince;
  const suspects =
    changed &&
    Object.hasOwn(table.SUSPECTS, changed) &&
    table.SUSPECTS[changed as keyof typeof table.SUSPECTS];
  const isWorse = spoken.reduce((sum, { says }) => sum + (says.right ?? 0), 0) < 0;
  if (!lastLiked || !suspects || another !== undefined || !isWorse) return spoken;
  return [
    ...spoken,
    {
      sign: `changed.${changed}`,
      says: Object.fromEntries(suspects.map((cause) => [cause, table.SUSPECTED])),
    },
  ];
}

function times(says: table.Weights, factor: number): table.Weights {
  return factor === 1
    ? says
    : Object.fromEntries(Object.entries(says).map(([cause, w]) => [cause, w * factor]));
}

/**
 * What a batch says of its setting. Causes beside the dial leave their share undecided; the others are held against
 * what an empty reading would say, so that a batch without a sign moves nothing.
 */
function verdictOf(causes: readonly JudgedCause[], possible: readonly Cause[]): Verdict {
  const shareOf = (of: readonly Cause[]) =>
    causes.reduce((sum, { cause, pct }) => (of.includes(cause) ? sum + pct / 100 : sum), 0);
  const usualOf = (of: readonly Cause[]) =>
    possible.reduce((sum, cause) => (of.includes(cause) ? sum + Math.exp(table.PRIOR[cause]) : sum), 0);
  const undecided = shareOf(BESIDE_THE_DIAL);
  const against = (of: readonly Cause[]) => shareOf(of) / usualOf(of);
  const fine = against(["tooFine"]);
  const coarse = against(["tooCoarse"]);
  const right = against(GROUND_RIGHT);
  const total = fine + coarse + right;
  const share = (part: number) => (part / total) * (1 - undecided) + undecided / 3;
  return { tooFine: share(fine), tooCoarse: share(coarse), right: share(right) };
}

/** Pairs of cups whose temperatures are known and lie too far apart. */
function farApart(tasted: readonly Tasting[]): CupPair[] {
  return tasted.flatMap(({ tempC: first }, i) =>
    tasted.flatMap(({ tempC: second }, k): CupPair[] =>
      k > i && first !== undefined && second !== undefined && Math.abs(first - second) > COMPARED_WITHIN_K
        ? [[i, k]]
        : [],
    ),
  );
}
