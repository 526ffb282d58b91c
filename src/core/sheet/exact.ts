import type { Result } from "#core/result";
import { figuresOf } from "./figures.ts";
import { solvePins } from "./solve.ts";
import type { SheetFailure, SheetFigures, SheetInput } from "./types.ts";

/** The exact figures that satisfy all pins: `solvePins`, and what follows from the masses. */
export function exactSheet(input: SheetInput): Result<SheetFigures, SheetFailure> {
  const masses = solvePins(input.pins, input);
  return masses.ok ? figuresOf(masses.value, input) : masses;
}
