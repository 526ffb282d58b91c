import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { median, robustScatter } from "#core/measure";
import { fail, ok, type Result } from "#core/result";
import { forecastBrew } from "./forecast.ts";
import type { BrewInput, Factors } from "./input.ts";

/** Time and strength of a brew, measured or forecast. */
export interface ClockAndMeter {
  /** First water to last drip, s; null where it was not timed, or where time says nothing of a bed. */
  readonly timeS: number | null;
  /** In the cup, %; null where it was not metered. */
  readonly strengthPct: number | null;
}

/** A brew that was made and timed or metered, with its forecast at other factors. */
export interface Logged {
  readonly measured: ClockAndMeter;
  /** Undefined where such a brew cannot be. */
  readonly forecast: (factors: Required<Factors>) => ClockAndMeter | undefined;
}

/** A brew's forecast at factors times its own, with what joins below the bed in its cup; for `fitFactors`. */
export function clockAndMeterAt(input: BrewInput, addedG: number): Logged["forecast"] {
  const { permeability = 1, extraction = 1 } = input.factors ?? {};
  return (factors) => {
    const brew = forecastBrew({
      ...input,
      factors: {
        permeability: permeability * factors.permeability,
        extraction: extraction * factors.extraction,
      },
    });
    if (!brew.ok) return undefined;
    const { brewTimeS, extractionPct, yieldG } = brew.value;
    return { timeS: brewTimeS, strengthPct: (extractionPct * input.doseG) / (yieldG + addedG) };
  };
}

export interface FactorFit {
  readonly factors: Required<Factors>;
  /** The forecasts before and after, in the order of the logged brews. */
  readonly before: readonly (ClockAndMeter | undefined)[];
  readonly after: readonly (ClockAndMeter | undefined)[];
  /** Places of brews that lie too far out to count: a spilt pot, a clock that was forgotten. */
  readonly odd: readonly number[];
}

export type FitFailure =
  /** Nothing was timed or metered. */
  | { readonly code: "nothingMeasured" }
  /** The brew cannot be forecast at all. */
  | { readonly code: "noForecast" };

/** How far brews of one recipe lie apart: standard deviations of ln time and ln strength; usual 0.03 to 0.08. */
const TIME_SCATTER = 0.06;
const STRENGTH_SCATTER = 0.03;
/** How far a house's factors lie from the model's: of ln permeability, and of ln extraction rate. */
const PERMEABILITY_PRIOR = 0.45;
const EXTRACTION_PRIOR = 0.25;
/** Miss that an impossible brew counts for: far more than any possible one. */
const IMPOSSIBLE = 20;
/** Two smooth parameters, started near: eight steps are more than it takes. */
const MOST_ITERATIONS = 8;
/** Factors are sought between one eighth and eight times the model's. */
const WIDEST = Math.log(8);
/** With fewer of a kind, nobody can tell which of them is the odd one. */
const LEAST_TO_JUDGE = 5;
/** How far out a brew counts less, in standard deviations (Tukey's biweight, usual 4.685). */
const BIWEIGHT_SD = 4.685;
/** Rounds of weighing anew, at most; and weights that move by less have settled. */
const ROUNDS = 3;
const SETTLED = 0.02;

type Kind = keyof ClockAndMeter;
const SCATTER: { readonly [kind in Kind]: number } = { timeS: TIME_SCATTER, strengthPct: STRENGTH_SCATTER };

/** One figure of one brew. */
interface Observed {
  readonly place: number;
  readonly kind: Kind;
  readonly ln: number;
}

/**
 * The house's two factors by regularised least squares (Levenberg–Marquardt on their logarithms): the sum of
 * (ln forecast − ln measured)² ÷ scatter² over times and strengths, and (ln factor)² ÷ prior². One brew moves them
 * most of the way to what it alone would say; a brew that was not timed leaves the permeability to its prior. Of five
 * and more, each counts by Tukey's biweight of how far out it lies, so that an odd one does not turn them.
 */
export function fitFactors(logged: readonly Logged[]): Result<FactorFit, FitFailure> {
  const observed: Observed[] = logged.flatMap(({ measured }, place) =>
    (["timeS", "strengthPct"] as const).flatMap((kind) => {
      const value = measured[kind];
      return value === null ? [] : [{ place, kind, ln: Math.log(value) }];
    }),
  );
  if (observed.length === 0) return fail({ code: "nothingMeasured" });
  const at = (factors: Required<Factors>) => logged.map(({ forecast }) => forecast(factors));
  const before = at({ permeability: 1, extraction: 1 });
  if (before.every((outcome) => outcome === undefined)) return fail({ code: "noForecast" });

  /** How far out each figure lies, in its own scatter. */
  const offs = (outcomes: readonly (ClockAndMeter | undefined)[]) =>
    observed.map(({ place, kind, ln }) => {
      const value = outcomes[place]?.[kind];
      return value ? (Math.log(value) - ln) / SCATTER[kind] : IMPOSSIBLE;
    });
  let weights: readonly number[] = observed.map(() => 1);
  let found = leastSquares((factors) => offs(at(factors)), weights, [0, 0]);
  let after = at(factorsOf(found));
  const most = Math.max(...(["timeS", "strengthPct"] as const).map((kind) => countOf(observed, kind)));
  for (let round = 0; round < ROUNDS && most >= LEAST_TO_JUDGE; round++) {
    const next = weightsOf(observed, offs(after));
    if (round > 0 && next.every((weight, i) => Math.abs(weight - weights[i]!) < SETTLED)) break;
    weights = next;
    found = leastSquares((factors) => offs(at(factors)), weights, found);
    after = at(factorsOf(found));
  }
  const odd = new Set(observed.flatMap(({ place }, i) => (weights[i] === 0 ? [place] : [])));
  return ok({ factors: factorsOf(found), before, after, odd: [...odd] });
}

type Logarithms = readonly [permeability: number, extraction: number];

function factorsOf([permeability, extraction]: Logarithms): Required<Factors> {
  return { permeability: Math.exp(permeability), extraction: Math.exp(extraction) };
}

function countOf(observed: readonly Observed[], kind: Kind): number {
  return observed.filter((each) => each.kind === kind).length;
}

/** Weight of each figure: 1 where its kind is too few to judge. */
function weightsOf(observed: readonly Observed[], offs: readonly number[]): readonly number[] {
  const widths = new Map(
    (["timeS", "strengthPct"] as const).map((kind) => {
      const own = offs.filter((_, i) => observed[i]!.kind === kind);
      return [kind, own.length < LEAST_TO_JUDGE ? Infinity : Math.max(1, robustScatter(own, median(own)))];
    }),
  );
  return offs.map((off, i) => {
    const out = off / (BIWEIGHT_SD * widths.get(observed[i]!.kind)!);
    return Math.abs(out) < 1 ? (1 - out ** 2) ** 2 : 0;
  });
}

function leastSquares(
  offs: (factors: Required<Factors>) => readonly number[],
  weights: readonly number[],
  from: Logarithms,
): Logarithms {
  const residuals = ([permeability = 0, extraction = 0]: readonly number[]) => [
    ...offs(factorsOf([permeability, extraction])).map((off, i) => Math.sqrt(weights[i]!) * off),
    permeability / PERMEABILITY_PRIOR,
    extraction / EXTRACTION_PRIOR,
  ];
  const places = [...weights, 0, 0].map((_, i) => i);
  const { parameterValues } = levenbergMarquardt(
    { x: places, y: places.map(() => 0) },
    (parameters: number[]) => {
      const all = residuals(parameters);
      return (place: number) => all[place]!;
    },
    {
      initialValues: [...from],
      minValues: [-WIDEST, -WIDEST],
      maxValues: [WIDEST, WIDEST],
      gradientDifference: 0.02,
      damping: 0.01,
      maxIterations: MOST_ITERATIONS,
      errorTolerance: 1e-9,
    },
  );
  const [permeability = 0, extraction = 0] = parameterValues;
  return [permeability, extraction];
}
