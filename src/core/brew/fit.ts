import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { fail, ok, type Result } from "#core/result";
import type { Factors } from "./input.ts";

/** What a brew was, or is forecast to be. */
export interface Outcome {
  /** First water to last drip, s; null where it was not timed, or where time says nothing of a bed. */
  readonly timeS: number | null;
  /** In the cup, %; null where it was not metered. */
  readonly strengthPct: number | null;
}

/** A brew that was made and timed or metered, with its forecast at other factors. */
export interface Logged {
  readonly measured: Outcome;
  /** Undefined where such a brew cannot be. */
  readonly forecast: (factors: Required<Factors>) => Outcome | undefined;
}

export interface FactorFit {
  readonly factors: Required<Factors>;
  /** The forecasts before and after, in the order of the logged brews. */
  readonly before: readonly (Outcome | undefined)[];
  readonly after: readonly (Outcome | undefined)[];
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
/** What a brew that cannot be counts for: far more than any that can. */
const IMPOSSIBLE = 20;
const MOST_ITERATIONS = 30;
/** Factors are sought between one eighth and eight times the model's. */
const WIDEST = Math.log(8);

/**
 * The house's two factors by regularised least squares (Levenberg–Marquardt on their logarithms): the sum of
 * (ln forecast − ln measured)² ÷ scatter² over times and strengths, and (ln factor)² ÷ prior². One brew moves them
 * most of the way to what it alone would say; a brew that was not timed leaves the permeability to its prior.
 */
export function fitFactors(logged: readonly Logged[]): Result<FactorFit, FitFailure> {
  const observed = logged.flatMap(({ measured, forecast }) => [
    ...(measured.timeS === null
      ? []
      : [{ forecast, of: "timeS" as const, ln: Math.log(measured.timeS), scatter: TIME_SCATTER }]),
    ...(measured.strengthPct === null
      ? []
      : [
          {
            forecast,
            of: "strengthPct" as const,
            ln: Math.log(measured.strengthPct),
            scatter: STRENGTH_SCATTER,
          },
        ]),
  ]);
  if (observed.length === 0) return fail({ code: "nothingMeasured" });
  const at = (factors: Required<Factors>) => logged.map(({ forecast }) => forecast(factors));
  const before = at({ permeability: 1, extraction: 1 });
  if (before.every((outcome) => outcome === undefined)) return fail({ code: "noForecast" });

  const residuals = ([lnPermeability = 0, lnExtraction = 0]: readonly number[]) => {
    const factors = { permeability: Math.exp(lnPermeability), extraction: Math.exp(lnExtraction) };
    const outcomes = new Map(logged.map(({ forecast }) => [forecast, forecast(factors)]));
    return [
      ...observed.map(({ forecast, of, ln, scatter }) => {
        const value = outcomes.get(forecast)?.[of];
        return value ? (Math.log(value) - ln) / scatter : IMPOSSIBLE;
      }),
      lnPermeability / PERMEABILITY_PRIOR,
      lnExtraction / EXTRACTION_PRIOR,
    ];
  };
  const places = residuals([0, 0]).map((_, i) => i);
  const { parameterValues } = levenbergMarquardt(
    { x: places, y: places.map(() => 0) },
    (parameters: number[]) => {
      const all = residuals(parameters);
      return (place: number) => all[place]!;
    },
    {
      initialValues: [0, 0],
      minValues: [-WIDEST, -WIDEST],
      maxValues: [WIDEST, WIDEST],
      gradientDifference: 0.02,
      centralDifference: true,
      damping: 0.01,
      maxIterations: MOST_ITERATIONS,
      errorTolerance: 1e-9,
    },
  );
  const [lnPermeability = 0, lnExtraction = 0] = parameterValues;
  const factors = { permeability: Math.exp(lnPermeability), extraction: Math.exp(lnExtraction) };
  return ok({ factors, before, after: at(factors) });
}
