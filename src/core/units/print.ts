/** How numbers are printed for people. The decimal mark is the reader's; thousands are parted by a narrow space. */
export interface PrintOptions {
  readonly decimalMark?: "." | ",";
  /** Places at most, instead of the unit's usual ones. */
  readonly decimals?: number;
}

const NARROW_SPACE = "\u202f";

/**
 * A number rounded for people: at most `decimals` places, a tie away from zero, no trailing zeros.
 *
 * Never exactly three places after a whole part other than 0, which a reader (and `parseNumber`) could take
 * for thousands: there a zero is added.
 */
export function printNumber(
  value: number,
  decimals: number,
  { decimalMark = "." }: PrintOptions = {},
): string {
  if (!Number.isFinite(value)) throw new Error(`no figure to print: ${value}`);
  const [whole = "0", fraction = ""] = roundedDigits(Math.abs(value), decimals).split(".");
  const places = fraction.replace(/0+$/, "");
  const unmistakable = places.length === 3 && whole !== "0" ? `${places}0` : places;
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, NARROW_SPACE);
  const sign = value < 0 && /[1-9]/.test(whole + places) ? "−" : "";
  return sign + grouped + (unmistakable && decimalMark + unmistakable);
}

/**
 * The one place where numbers are rounded for people. A tie goes away from zero, judged on the shortest decimal that
 * names the number (1.005 is a tie although its binary value lies just below).
 */
function roundedDigits(size: number, decimals: number): string {
  const [mantissa, exponent = "0"] = String(size).split("e");
  const scaled = Math.round(Number(`${mantissa}e${Number(exponent) + decimals}`));
  return Number(`${scaled}e${-decimals}`).toFixed(decimals);
}
