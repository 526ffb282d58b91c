import { ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";

/**
 * A quantity weighed in parts, which add up: "1820 + 1790". A full dispenser is too heavy for many scales.
 *
 * @param parse reads one part
 * @returns the sum; the first part's failure when one cannot be read
 */
export function parseParts(
  text: string,
  parse: (part: string) => Result<number, QuantityFailure>,
): Result<number, QuantityFailure> {
  let sum = 0;
  for (const part of text.split("+")) {
    const read = parse(part);
    if (!read.ok) return read;
    sum += read.value;
  }
  return ok(sum);
}
