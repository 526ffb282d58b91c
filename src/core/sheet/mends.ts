import { freeDirection } from "./linear.ts";
import { hotBeverageG, impliedRows, measure, namesOf, pinRows } from "./pins.ts";
import type { Given, Masses, Mend, PinName, Pins } from "./types.ts";

/** The quantities that must not be negative; each is linear in the masses. */
function mustBePositive(masses: Masses, given: Given): readonly number[] {
  return [masses.doseG, masses.brewWaterG, masses.bypassG, masses.iceG, hotBeverageG(masses, given)];
}

/** A stretch of the line that is shorter than this part of the masses holds only its end. */
const SHORTEST_STRETCH = 1e-9;

/**
 * For each pin, which values of it would make an impossible sheet possible while the others stay.
 *
 * The other pins leave the masses a line through the (impossible) solution; the limits cut a stretch out of
 * it, and the pin, which runs one way along the line, is read at the stretch's ends.
 */
export function mendsOf(solution: Masses, pins: Pins, given: Given): readonly Mend[] {
  const names = namesOf(pins);
  return names.flatMap((pin) => {
    const others = [
      ...impliedRows(names, given),
      ...pinRows(
        names.filter((name) => name !== pin),
        pins,
        given,
      ),
    ];
    const direction = freeDirection(others);
    const mend = direction && mendOf(pin, solution, direction, given);
    return mend ? [mend] : [];
  });
}

function mendOf(pin: PinName, from: Masses, direction: readonly number[], given: Given): Mend | undefined {
  const at = (s: number): Masses => ({
    doseG: from.doseG + s * direction[0]!,
    brewWaterG: from.brewWaterG + s * direction[1]!,
    bypassG: from.bypassG + s * direction[2]!,
    iceG: from.iceG + s * direction[3]!,
  });
  const start = mustBePositive(at(0), given);
  const scale = Math.max(...start.map(Math.abs), 1);
  const perStep = mustBePositive(at(scale), given).map((end, i) => (end - start[i]!) / scale);
  let low = Number.NEGATIVE_INFINITY;
  let high = Number.POSITIVE_INFINITY;
  for (const [i, slope] of perStep.entries()) {
    const value = Math.abs(start[i]!) < SHORTEST_STRETCH * scale ? 0 : start[i]!;
    if (Math.abs(slope) < SHORTEST_STRETCH) {
      if (value < 0) return undefined;
    } else if (slope > 0) low = Math.max(low, -value / slope);
    else high = Math.min(high, -value / slope);
  }
  if (!(high - low > SHORTEST_STRETCH * scale)) return undefined;

  const valueAt = (s: number) => measure(pin, at(s), given);
  const inside =
    low === Number.NEGATIVE_INFINITY
      ? high - scale
      : high === Number.POSITIVE_INFINITY
        ? low + scale
        : (low + high) / 2;
  const between = valueAt(inside);
  // An end where the mass itself vanishes is 0, not the noise of getting there.
  const settled = (value: number) => (Math.abs(value) < SHORTEST_STRETCH * Math.abs(between) ? 0 : value);
  const ends = [low, high].filter(Number.isFinite).map(valueAt).filter(Number.isFinite).map(settled);
  const above = ends.find((end) => end < between);
  const below = ends.find((end) => end > between);
  if (above === undefined && below === undefined) return undefined;
  return { pin, ...(above !== undefined && { above }), ...(below !== undefined && { below }) };
}
