import { determinant, inverse, Matrix } from "ml-matrix";
import { median, robustScatter } from "#core/measure";
import { ok, type Result } from "#core/result";
import { type ClockAndMeter, clockAndMeterAt, type FactorFit, type FitFailure, fitFactors } from "./fit.ts";
import type { BrewInput, Factors } from "./input.ts";

/** A brew that was timed or metered, with its forecast at other factors and at another grind. */
export interface GroundBrew {
  readonly measured: ClockAndMeter;
  /** @param grindShare size over the size that the dial's curve says */
  readonly forecast: (factors: Required<Factors>, grindShare: number) => ClockAndMeter | undefined;
}

/** A brew's forecast at factors times its own and at a share of its grind, with what joins below the bed in its cup. */
export function groundAt(input: BrewInput, addedG: number): GroundBrew["forecast"] {
  return (factors, grindShare) =>
    clockAndMeterAt({ ...input, grindUm: input.grindUm * grindShare }, addedG)(factors);
}

/** A grinder that grinds otherwise at one setting from some brew on. */
export interface GrindMove {
  /** Place of the first brew that was ground so, as near as can be told. */
  readonly since: number;
  /** The size of now over the one before; below 1 is finer. */
  readonly grindShare: number;
  /** How surely there was a move at all, 0 to 1. */
  readonly sure: number;
}

/** Before the log says anything: that a grinder moved within it, and by how much, a standard deviation of ln size. */
const MOVED_PRIOR = 0.3;
const MOVE_SD = 0.06;
/** How far factors may still be off, as in the fit: of ln permeability and of ln extraction rate. */
const FACTOR_SD = [0.45, 0.25] as const;
/** A step for slopes, in ln. */
const STEP = 0.02;
/** Least scatter of ln time and of ln strength; usual 0.01 to 0.05. */
const LEAST_SCATTER = { timeS: 0.012, strengthPct: 0.008 } as const;
/** How far out a figure counts, in its scatter: a spilt pot is no move. */
const MOST_OUT = 3;
/** A level needs so many brews to be one. */
const LEAST_SIDE = 4;

type Kind = keyof ClockAndMeter;
const KINDS: readonly Kind[] = ["timeS", "strengthPct"];

/** One figure: how far it lies off its forecast, and how the forecast goes with the factors and with the grind. */
interface Line {
  readonly place: number;
  readonly off: number;
  readonly of: readonly [permeability: number, extraction: number, grind: number];
  readonly weight: number;
}

/**
 * Whether the grinder moved within a log, since when, and by how much: a Bayesian change point over a forecast that is
 * straight in ln factors and ln size near the factors given. Each place may be the first after the move; at each, factors
 * and move are found together, so that brews before it keep the factors from standing in for a grind; places are weighed
 * by their evidence against no move at all.
 *
 * Source: Gelman et al., Bayesian Data Analysis, 3rd ed., ch. 7 and 14.
 * @param logged in the order in which they were brewed
 * @returns undefined where there is too little to tell, or no move is the likelier
 */
export function findMove(logged: readonly GroundBrew[], factors: Required<Factors>): GrindMove | undefined {
  const lines = linesOf(logged, factors);
  const places = [...new Set(lines.map(({ place }) => place))];
  if (places.length < 2 * LEAST_SIDE) return undefined;
  const still = solve(lines, Number.POSITIVE_INFINITY);
  const moves = places.slice(LEAST_SIDE, places.length - LEAST_SIDE + 1).map((since) => ({
    since,
    ...solve(lines, since),
  }));
  const most = Math.max(still.logEvidence, ...moves.map(({ logEvidence }) => logEvidence));
  const weightOf = (logEvidence: number, prior: number) => prior * Math.exp(logEvidence - most);
  const each = moves.map(({ logEvidence }) => weightOf(logEvidence, MOVED_PRIOR / moves.length));
  const moved = each.reduce((sum, weight) => sum + weight, 0);
  const sure = moved / (moved + weightOf(still.logEvidence, 1 - MOVED_PRIOR));
  if (!(sure > 0.5)) return undefined;
  const ln = moves.reduce((sum, { move }, i) => sum + (move * each[i]!) / moved, 0);
  const likeliest = moves[each.indexOf(Math.max(...each))]!;
  return { since: likeliest.since, grindShare: Math.exp(ln), sure };
}

/**
 * A house's two factors and its grinder's move together: fitted to all brews as the dial's curve has them, and, where the
 * grinder moved, anew with the brews since then at the grind that they had.
 *
 * @param logged in the order in which they were brewed
 */
export function fitWithMove(
  logged: readonly GroundBrew[],
): Result<FactorFit & { readonly move: GrindMove | undefined }, FitFailure> {
  const at = (grindShareOf: (place: number) => number) =>
    fitFactors(
      logged.map(({ measured, forecast }, place) => ({
        measured,
        forecast: (factors) => forecast(factors, grindShareOf(place)),
      })),
    );
  const still = at(() => 1);
  if (!still.ok) return still;
  const move = findMove(logged, still.value.factors);
  if (!move) return ok({ ...still.value, move });
  const moved = at((place) => (place < move.since ? 1 : move.grindShare));
  return moved.ok ? ok({ ...moved.value, before: still.value.before, move }) : moved;
}

function linesOf(logged: readonly GroundBrew[], factors: Required<Factors>): readonly Line[] {
  const { permeability, extraction } = factors;
  const all = logged.flatMap(({ measured, forecast }, place) => {
    const here = forecast(factors, 1);
    const others = [
      forecast({ permeability: permeability * Math.exp(STEP), extraction }, 1),
      forecast({ permeability, extraction: extraction * Math.exp(STEP) }, 1),
      forecast(factors, Math.exp(STEP)),
    ];
    return KINDS.flatMap((kind) => {
      const [value, at] = [measured[kind], here?.[kind]];
      const slopes = others.map((other) => {
        const moved = other?.[kind];
        return moved && at ? Math.log(moved / at) / STEP : Number.NaN;
      });
      if (!value || !at || !slopes.every(Number.isFinite)) return [];
      return [{ kind, place, off: Math.log(value / at), of: slopes as unknown as Line["of"] }];
    });
  });
  return KINDS.flatMap((kind) => {
    const own = all.filter((line) => line.kind === kind);
    if (own.length === 0) return [];
    const offs = own.map(({ off }) => off);
    // From one brew to the next a level that moves once hardly counts.
    const steps = offs.slice(1).map((off, i) => (off - offs[i]!) / Math.SQRT2);
    const scatter = Math.max(LEAST_SCATTER[kind], steps.length > 1 ? robustScatter(steps, 0) : 0);
    const centre = median(offs);
    return own.map(({ place, off, of }) => {
      const most = MOST_OUT * scatter + Math.abs(MOVE_SD * of[2]);
      return {
        place,
        of,
        off: centre + Math.max(-most, Math.min(most, off - centre)),
        weight: scatter ** -2,
      };
    });
  });
}

/** Factors and move found together for a move at a place, and the evidence for it: ln of what it makes of the figures. */
function solve(
  lines: readonly Line[],
  since: number,
): { readonly move: number; readonly logEvidence: number } {
  const size = Number.isFinite(since) ? 3 : 2;
  const prior = [...FACTOR_SD, MOVE_SD].slice(0, size);
  const precision = Matrix.diag(prior.map((sd) => sd ** -2));
  const right = new Array<number>(size).fill(0);
  for (const { place, off, of, weight } of lines) {
    const row = place < since ? [of[0], of[1], 0] : of;
    for (let i = 0; i < size; i++) {
      right[i]! += weight * row[i]! * off;
      for (let j = 0; j < size; j++) precision.set(i, j, precision.get(i, j) + weight * row[i]! * row[j]!);
    }
  }
  const covariance = inverse(precision);
  const found = right.map((_, i) => right.reduce((sum, each, j) => sum + covariance.get(i, j) * each, 0));
  const explained = found.reduce((sum, each, i) => sum + each * right[i]!, 0);
  const logPrior = prior.reduce((sum, sd) => sum + Math.log(sd), 0);
  return {
    move: found[2] ?? 0,
    logEvidence: 0.5 * explained - 0.5 * Math.log(determinant(precision)) - logPrior,
  };
}
