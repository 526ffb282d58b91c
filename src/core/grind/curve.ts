import { fail, ok, type Result } from "#core/result";

/** A setting of a dial, and what it grinds. */
export interface CurvePoint {
  readonly setting: number;
  /** Median particle diameter, µm, 50 to 3000. */
  readonly um: number;
  /** Read off a texture word, or measured with sieves. */
  readonly by: "word" | "sieve";
}

export type CurveFailure =
  | { readonly code: "tooFewPoints"; readonly least: number }
  /** Two points give one setting two sizes, or the sizes turn back: one of them is wrong. */
  | { readonly code: "curveTurnsBack"; readonly first: CurvePoint; readonly second: CurvePoint };

/** A dial's curve through its points, in the order of settings. */
export interface Curve {
  readonly settings: readonly number[];
  /** ln µm at the settings. */
  readonly logs: readonly number[];
  /** d ln µm / d setting there. */
  readonly slopes: readonly number[];
}

const LEAST_POINTS = 2;

/**
 * The dial's curve: monotone cubic pieces through ln µm over the setting, so that nothing between two points
 * is coarser or finer than both.
 *
 * Slopes at the points are the weighted harmonic mean of the secants beside them, and the secant itself at
 * the ends. Source: Fritsch and Butland, A method for constructing local monotone piecewise cubic
 * interpolants, 1984.
 * @param points at least two, in any order, strictly rising or strictly falling
 */
export function fitCurve(points: readonly CurvePoint[]): Result<Curve, CurveFailure> {
  if (points.length < LEAST_POINTS) return fail({ code: "tooFewPoints", least: LEAST_POINTS });
  const sorted = points.toSorted((a, b) => a.setting - b.setting);
  const rises = sorted.at(-1)!.um > sorted[0]!.um;
  for (const [i, second] of sorted.slice(1).entries()) {
    const first = sorted[i]!;
    const follows = second.setting > first.setting && (rises ? second.um > first.um : second.um < first.um);
    if (!follows) return fail({ code: "curveTurnsBack", first, second });
  }
  const settings = sorted.map(({ setting }) => setting);
  const logs = sorted.map(({ um }) => Math.log(um));
  const secant = (i: number) => (logs[i + 1]! - logs[i]!) / (settings[i + 1]! - settings[i]!);
  const last = settings.length - 1;
  const slopes = settings.map((setting, i) => {
    if (i === 0) return secant(0);
    if (i === last) return secant(last - 1);
    const [before, after] = [setting - settings[i - 1]!, settings[i + 1]! - setting];
    const [w1, w2] = [2 * after + before, after + 2 * before];
    return (w1 + w2) / (w1 / secant(i - 1) + w2 / secant(i));
  });
  return ok({ settings, logs, slopes });
}

/** Grind at a setting, µm; beyond the points the curve goes on as straight as it ends. */
export function umAt({ settings, logs, slopes }: Curve, setting: number): number {
  const last = settings.length - 1;
  if (setting <= settings[0]!) return Math.exp(logs[0]! + slopes[0]! * (setting - settings[0]!));
  if (setting >= settings[last]!) return Math.exp(logs[last]! + slopes[last]! * (setting - settings[last]!));
  const upper = settings.findIndex((each) => each >= setting);
  const width = settings[upper]! - settings[upper - 1]!;
  const t = (setting - settings[upper - 1]!) / width;
  // Hermite's basis on one piece.
  const log =
    logs[upper - 1]! * (1 + 2 * t) * (1 - t) ** 2 +
    slopes[upper - 1]! * width * t * (1 - t) ** 2 +
    logs[upper]! * t ** 2 * (3 - 2 * t) -
    slopes[upper]! * width * t ** 2 * (1 - t);
  return Math.exp(log);
}

/** Halvings of a piece: its width falls below a ten-thousandth of a dial step. */
const HALVINGS = 40;

/** The setting that grinds a size; beyond the points as `umAt` goes on. */
export function settingAt(curve: Curve, um: number): number {
  const { settings, logs, slopes } = curve;
  const last = settings.length - 1;
  const rises = logs[last]! > logs[0]!;
  const log = Math.log(um);
  const before = (a: number, b: number) => (rises ? a <= b : a >= b);
  if (before(log, logs[0]!)) return settings[0]! + (log - logs[0]!) / slopes[0]!;
  if (before(logs[last]!, log)) return settings[last]! + (log - logs[last]!) / slopes[last]!;
  // The size lies between the ends, and the curve is monotone: the bracket holds it.
  let [low, high] = [settings[0]!, settings[last]!];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (before(Math.log(umAt(curve, middle)), log)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
