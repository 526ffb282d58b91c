import { inverse, Matrix } from "ml-matrix";
import { coarser, type Dial, type DialSetting, dialUnit, onDial } from "#core/grind";
import { type Bag, bagUnits } from "./bag.ts";
import { eightInTen } from "./eightInTen.ts";

/** An approved batch, as far as it teaches a dial. */
export interface Lesson {
  readonly batchId: string;
  /** On the dial, on the curve that counts. */
  readonly setting: number;
  /** Mean depth of the dry bed, mm, above 0. */
  readonly meanDepthMm: number;
  /** The iced shortfall in water: log₂ of all water over hot water, 0 when hot. */
  readonly shortfall: number;
  readonly coffeeId: string;
  readonly bag: Bag;
  /** How surely the setting was found, as a standard deviation, dial units; one step of the dial where nobody says. */
  readonly sdUnits?: number | undefined;
}

/** The forecast of the batch that a setting is wanted for. */
export interface DialModel {
  /** Of the same extraction, exact, on the dial. */
  readonly setting: number;
  /** Dial units coarser per doubling of the dry bed's mean depth, and per doubling of all water over hot water. */
  readonly perDoubling: number;
  readonly perShortfall: number;
}

export interface LearnInput {
  readonly lessons: readonly Lesson[];
  readonly target: Omit<Lesson, "batchId" | "setting">;
  readonly model: DialModel;
  readonly dial: Dial;
}

/** A lesson with what it has to do with the answer. */
export interface Taught {
  readonly batchId: string;
  readonly setting: number;
  /** How far the answer moves with this setting: 0.3 is three tenths of a unit for a unit. */
  readonly pull: number;
  /** Its setting less what the regression makes of it, dial units towards coarser. */
  readonly off: number;
}

export interface Learned {
  readonly at: DialSetting;
  /** Eight in ten: the right setting lies within; cut to the dial. */
  readonly range: readonly [low: number, high: number];
  /** Standard deviation, dial units; and what one more approved batch like this would leave of it. */
  readonly sdUnits: number;
  readonly sdWithOneMore: number;
  /** The strongest first. */
  readonly taught: readonly Taught[];
  /** All lessons are of one bed depth: how the dial follows the size is the forecast's alone. */
  readonly oneSize: boolean;
  /** Two lessons that cannot both be right, where there are such: the range is as much wider. */
  readonly contradict: readonly [batchId: string, batchId: string] | undefined;
}

/** How far houses lie from the forecast's setting, and coffees from each other; units of a dial of 24, usual 1 to 3 and 0.5 to 1. */
const HOUSE_SD_UNITS = 2;
const COFFEE_SD_UNITS = 0.75;
/** The forecast's slopes are as unsure as half of themselves, and at least by half a unit. */
const SLOPE_SHARE = 0.5;
const SLOPE_LEAST_UNITS = 0.5;
/** Depths this close count as one size, in doublings. */
const ONE_SIZE = 0.07;
/** Scatter so many times the dial's step, squared, is a contradiction; less is the scatter of days. */
const CONTRADICTS = 6;
/** With fewer degrees of freedom left, scatter says nothing. */
const LEAST_FREE = 0.5;

type Vector = readonly [number, number, number];

/**
 * The house's own setting for a batch: a Bayesian linear regression of approved settings, counted from what the
 * forecast says of this one,
 *
 *   setting = forecast + a + b · Δlog₂ depth + c · Δshortfall + coffee + (bag − this bag) + noise,
 *
 * with a ~ N(0, house²), b and c ~ N(the forecast's slope, (half of it, at least half a unit)²), coffee ~ N(0, coffees²)
 * drawn towards the mean of all coffees, and noise of one dial step, or of as much as a trial left open. Coffees are integrated out in closed form, so
 * that it is one pass over the lessons and a 3 × 3 inverse. Where lessons scatter by far more than the noise, the
 * covariance is multiplied by as much (Birge's ratio), so that the range stays honest.
 *
 * Source: Gelman et al., Bayesian Data Analysis, 3rd ed., ch. 14 and 15; Birge 1932 for the ratio.
 * @param lessons approved batches; none gives the forecast, with its range
 */
export function learnDial({ lessons, target, model, dial }: LearnInput): Learned {
  const unit = dialUnit(dial);
  const sign = dial.higherIs === "coarser" ? 1 : -1;
  const noise = dial.step ** 2;
  const coffees = (COFFEE_SD_UNITS * unit) ** 2;
  const slopeSd = (slope: number) => Math.max(SLOPE_SHARE * Math.abs(slope), SLOPE_LEAST_UNITS * unit);

  const rows = lessons.map((lesson) => {
    const deeper = Math.log2(lesson.meanDepthMm / target.meanDepthMm);
    const shorter = lesson.shortfall - target.shortfall;
    const expected =
      model.perDoubling * deeper +
      model.perShortfall * shorter +
      unit * (bagUnits(lesson.bag) - bagUnits(target.bag));
    return {
      lesson,
      weight: noise / Math.max(dial.step, lesson.sdUnits ?? 0) ** 2,
      of: [1, deeper, shorter] as Vector,
      off: sign * (lesson.setting - model.setting) - expected,
    };
  });

  // Of each coffee what its lessons add up to; whoever has none stands at the mean of all.
  const groups = new Map<string, Group>();
  const groupOf = (id: string) => groups.get(id) ?? { count: 0, of: [0, 0, 0] as Vector, off: 0 };
  for (const { lesson, weight, of, off } of rows) {
    const old = groupOf(lesson.coffeeId);
    groups.set(lesson.coffeeId, {
      count: old.count + weight,
      of: plus(old.of, of, weight),
      off: old.off + weight * off,
    });
  }
  const sharpness = (count: number) => coffees / (noise + count * coffees);

  const precision = Matrix.diag([
    (HOUSE_SD_UNITS * unit) ** -2,
    slopeSd(model.perDoubling) ** -2,
    slopeSd(model.perShortfall) ** -2,
  ]);
  const right = [0, 0, 0];
  const add = (of: Vector, off: number, times: number) => {
    for (let i = 0; i < 3; i++) {
      right[i]! += times * of[i]! * off;
      for (let j = 0; j < 3; j++) precision.set(i, j, precision.get(i, j) + times * of[i]! * of[j]!);
    }
  };
  for (const { weight, of, off } of rows) add(of, off, weight / noise);
  for (const { count, of, off } of groups.values()) add(of, off, -sharpness(count) / noise);
  const covariance = inverse(precision);
  const times = (a: Vector, b: Vector) =>
    a.reduce((sum, ai, i) => sum + b.reduce((inner, bj, j) => inner + ai * covariance.get(i, j) * bj, 0), 0);
  const mean = [0, 1, 2].map((i) =>
    right.reduce((sum, each, j) => sum + covariance.get(i, j) * each, 0),
  ) as unknown as Vector;

  /** A lesson's row less its own coffee's part, and that coffee's offset. */
  const fitted = (of: Vector, coffeeId: string) => {
    const { count, of: ofAll, off } = groupOf(coffeeId);
    const k = sharpness(count);
    return {
      row: plus(of, ofAll, -k),
      off: dot(of, mean) + k * (off - dot(ofAll, mean)),
      coffee: (coffees * noise) / (noise + count * coffees),
    };
  };

  const estimate = fitted([1, 0, 0], target.coffeeId);
  const own = rows.map(({ lesson, weight, of, off }) => {
    const at = fitted(of, lesson.coffeeId);
    const shared = lesson.coffeeId === target.coffeeId ? at.coffee : 0;
    return {
      batchId: lesson.batchId,
      setting: lesson.setting,
      off: off - at.off,
      weight,
      pull: (weight * (times(estimate.row, at.row) + shared)) / noise,
      leverage: (weight * (times(at.row, at.row) + at.coffee)) / noise,
    };
  });
  const free = own.length - own.reduce((sum, { leverage }) => sum + leverage, 0);
  const scatter = own.reduce((sum, { weight, off }) => sum + weight * off ** 2, 0) / noise;
  const birge = free >= LEAST_FREE ? Math.max(1, scatter / free) : 1;

  const variance = (times(estimate.row, estimate.row) + estimate.coffee) * birge;
  const sdUnits = Math.sqrt(variance);
  const exact = coarser(model.setting, estimate.off, dial);
  const depths = rows.map(({ of }) => of[1]);
  return {
    at: onDial(exact, dial),
    range: eightInTen(exact, sdUnits, dial),
    sdUnits,
    sdWithOneMore: Math.sqrt(1 / (1 / variance + 1 / (noise * birge))),
    taught: own
      .map(({ leverage: _leverage, weight: _weight, ...taught }) => taught)
      .toSorted((a, b) => Math.abs(b.pull) - Math.abs(a.pull)),
    oneSize: rows.length > 1 && Math.max(...depths) - Math.min(...depths) < ONE_SIZE,
    contradict: birge > CONTRADICTS ? farthestApart(own) : undefined,
  };
}

interface Group {
  /** Lessons, each by its weight. */
  readonly count: number;
  readonly of: Vector;
  readonly off: number;
}

function plus(a: Vector, b: Vector, times = 1): Vector {
  return [a[0] + times * b[0], a[1] + times * b[1], a[2] + times * b[2]];
}

function dot(a: Vector, b: Vector): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

/** The two that lie farthest to either side. */
function farthestApart(own: readonly { readonly batchId: string; readonly off: number }[]) {
  const sorted = own.toSorted((a, b) => a.off - b.off);
  return [sorted[0]!.batchId, sorted.at(-1)!.batchId] as const;
}
