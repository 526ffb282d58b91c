import { fail, ok, type Result } from "#core/result";
import { namesOf } from "./pins.ts";
import type { Bands, PinName, Pins, Range } from "./types.ts";

/** A pin with its value; a list of them stands in the order in which they were set, the oldest first. */
export interface PinSet {
  readonly name: PinName;
  /** Of a band its middle. */
  readonly value: number;
  /** Both ends, where it was given as a band. */
  readonly band?: Range | undefined;
}

export interface Pinned {
  readonly pins: readonly PinSet[];
  /** The pin that gave way, when one had to. */
  readonly freed?: PinName;
}

export function pinsOf(list: readonly PinSet[]): Pins {
  return Object.fromEntries(list.map(({ name, value }) => [name, value]));
}

/** The ends of those pins that are bands; undefined where none is. */
export function bandsOf(list: readonly PinSet[]): Bands | undefined {
  const banded = list.filter(({ band }) => band !== undefined);
  return banded.length > 0 ? Object.fromEntries(banded.map(({ name, band }) => [name, band])) : undefined;
}

/** The other way round: pins as a list, in the fixed order of `PIN_NAMES`. */
export function pinSetsOf(pins: Pins): readonly PinSet[] {
  return namesOf(pins).map((name) => ({ name, value: pins[name]! }));
}

/**
 * Pins one more figure. A pinned figure is edited in place; a free one is pinned, and the oldest pin whose
 * release leaves a sheet that can be solved gives way.
 *
 * @param list the pins so far, the oldest first
 * @param solves whether pins make a sheet
 * @param held what never gives way: what a service stands on
 * @returns the pins then; the failure of the sheet when no release makes the figure possible
 */
export function pinFigure<Failure extends { readonly code: string }>(
  list: readonly PinSet[],
  set: PinSet,
  solves: (pins: Pins) => Result<unknown, Failure>,
  held: readonly PinName[] = [],
): Result<Pinned, Failure> {
  const solve = (pins: readonly PinSet[]) => solves(pinsOf(pins));
  if (list.some(({ name }) => name === set.name)) {
    const pins = list.map((old) => (old.name === set.name ? set : old));
    const solved = solve(pins);
    return solved.ok ? ok({ pins }) : fail(solved.failure);
  }
  const attempt = solve([...list, set]);
  if (attempt.ok) return ok({ pins: [...list, set] });
  let failure = attempt.failure;
  for (const { name: freed } of list) {
    if (held.includes(freed)) continue;
    const pins = [...list.filter(({ name }) => name !== freed), set];
    const solved = solve(pins);
    if (solved.ok) return ok({ pins, freed });
    // That two pins say one thing is the house's to settle; that a figure is impossible is the reader's.
    if (failure.code === "tooManyPins" || failure.code === "dependentPins") failure = solved.failure;
  }
  return fail(failure);
}
