import { eliminate, type Row } from "./linear.ts";
import { impliedRows, namesOf, PINS, pinRows } from "./pins.ts";
import { type Given, PIN_NAMES, type PinName, type Pins } from "./types.ts";

const SOME_DOSE: Row = { of: [1, 0, 0, 0], rhs: 0 };

/**
 * Whether these pins say one thing twice: their equations are dependent, or those that say nothing about size
 * leave no dose but zero (two ratios that disagree do: only the empty sheet satisfies both).
 */
export function fight(names: readonly PinName[], pins: Pins, given: Given): boolean {
  const implied = impliedRows(names, given);
  const rows = [...implied, ...pinRows(names, pins, given)];
  if (eliminate(rows).rank < rows.length) return true;
  const free = names.filter((name) => PINS[name].scaleFree);
  const freeRows = [...implied, ...pinRows(free, pins, given)];
  return eliminate([...freeRows, SOME_DOSE]).rank === eliminate(freeRows).rank;
}

/** The smallest set among the pins that fights, the first by name order when several are as small. */
export function smallestFight(pins: Pins, given: Given): readonly PinName[] {
  const names = namesOf(pins);
  for (let size = 1; size <= names.length; size++) {
    for (const set of subsets(names, size)) if (fight(set, pins, given)) return set;
  }
  return names;
}

/** Figures that stand for "any value" when asking whether a pin would help; odd, so that none agrees by chance. */
const ANY_VALUE: { readonly [name in PinName]: number } = {
  doseG: 101.37,
  brewWaterG: 1613.9,
  bypassG: 211.7,
  iceG: 487.3,
  brewRatio: 11.713,
  totalRatio: 17.327,
  yieldG: 2317.9,
  yieldRatio: 13.137,
  iceShare: 0.3173,
  bypassShare: 0.1379,
  strengthPct: 1.2713,
  finalTempC: 4.173,
};

/** The pins that would each take a sheet with too few a step further. Bypass never does: unpinned it is 0. */
export function pinsThatWouldDo(pins: Pins, given: Given): readonly PinName[] {
  return PIN_NAMES.filter((name) => {
    if (pins[name] !== undefined || name === "bypassG" || name === "bypassShare") return false;
    if (given.serve === "hot" && (PINS[name].icedOnly || name === "totalRatio")) return false;
    if (name === "strengthPct" && given.extractionPct === undefined) return false;
    if (name === "finalTempC" && given.heat === undefined) return false;
    const tried = { ...pins, [name]: ANY_VALUE[name] };
    return !fight(namesOf(tried), tried, given);
  });
}

function* subsets<T>(list: readonly T[], size: number): Generator<readonly T[]> {
  if (size === 0) yield [];
  else
    for (let first = 0; first + size <= list.length; first++)
      for (const rest of subsets(list.slice(first + 1), size - 1)) yield [list[first]!, ...rest];
}
