import type { Dial } from "#core/grind";

/** Standard deviations to either side that hold eight in ten of a normal distribution. */
const EIGHT_IN_TEN_SD = 1.2816;

/** Where eight in ten right settings lie, cut to the dial. @param sdUnits standard deviation, dial units */
export function eightInTen(
  setting: number,
  sdUnits: number,
  { min, max }: Pick<Dial, "min" | "max">,
): readonly [low: number, high: number] {
  const within = (at: number) => Math.min(max, Math.max(min, at));
  const half = EIGHT_IN_TEN_SD * sdUnits;
  return [within(setting - half), within(setting + half)];
}
