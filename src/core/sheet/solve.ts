import { fail, ok, type Result } from "#core/result";
import { fight, pinsThatWouldDo, smallestFight } from "./fights.ts";
import { eliminate } from "./linear.ts";
import { mendsOf } from "./mends.ts";
import { hotBeverageG, impliedRows, namesOf, PINS, pinRows } from "./pins.ts";
import type { Given, ImpossibleMass, Masses, PinName, Pins, SheetFailure } from "./types.ts";

const UNKNOWNS = 4;

/** Below this part of the largest mass, a negative mass is the solver's rounding noise and counts as 0. */
const NOISE = 1e-12;

/**
 * The masses that satisfy all pins.
 *
 * Each pin is one linear equation in dose, brew water, bypass and ice; hot adds ice = 0, and bypass = 0 holds
 * unless a pin names it. Hot needs two pins, iced three, each one more where the bypass is pinned.
 *
 * @returns grams, unrounded; a failure that names the pins to add, drop or change
 */
export function solvePins(pins: Pins, given: Given): Result<Masses, SheetFailure> {
  const names = namesOf(pins);
  const refused = refusedPins(names, pins, given);
  if (refused) return fail(refused);

  const rows = [...impliedRows(names, given), ...pinRows(names, pins, given)];
  const missing = UNKNOWNS - rows.length;
  if (missing < 0) {
    return fail({ code: "tooManyPins", surplus: -missing, fighting: smallestFight(pins, given) });
  }
  if (missing > 0) {
    const wouldDo = pinsThatWouldDo(pins, given);
    // Nothing more can help where two of the few already fight.
    if (wouldDo.length > 0) return fail({ code: "tooFewPins", missing, wouldDo });
    return fail({ code: "dependentPins", fighting: smallestFight(pins, given) });
  }
  const { solution } = eliminate(rows);
  const scale = solution ? Math.max(...solution.map(Math.abs)) : 0;
  const noiseG = NOISE * scale;
  // Ratios that disagree are solved by the empty sheet alone: they fight as surely as dependent ones.
  if (!solution || (Math.abs(solution[0]) <= noiseG && fight(names, pins, given))) {
    return fail({ code: "dependentPins", fighting: smallestFight(pins, given) });
  }
  const [doseG, brewWaterG, bypassG, iceG] = solution.map((massG) => (Math.abs(massG) <= noiseG ? 0 : massG));
  const masses: Masses = { doseG: doseG!, brewWaterG: brewWaterG!, bypassG: bypassG!, iceG: iceG! };
  const impossible = impossibleMass(masses, given, noiseG);
  if (!impossible) return ok(masses);
  const mends = mendsOf(masses, pins, given);
  const warmer = mends.find(({ pin }) => pin === "finalTempC");
  // Where another temperature alone would do, it is the temperature that asks too much.
  if (warmer) return fail({ code: "tempOutOfReach", finalTempC: pins.finalTempC!, mend: warmer });
  return fail({ code: "impossiblePins", ...impossible, mends });
}

/** The first mass that no bench can weigh out. A dose must be above 0, and some beverage must leave the bed. */
function impossibleMass(masses: Masses, given: Given, noiseG: number) {
  const hotG = hotBeverageG(masses, given);
  const { doseG, brewWaterG, bypassG, iceG } = masses;
  const negative = (mass: ImpossibleMass, massG: number) => ({ mass, massG });
  if (brewWaterG < 0) return negative("brewWaterG", brewWaterG);
  if (iceG < 0) return negative("iceG", iceG);
  if (bypassG < 0) return negative("bypassG", bypassG);
  if (!(doseG > 0)) return negative("doseG", doseG);
  if (!(hotG > noiseG)) return negative("hotG", hotG);
  return undefined;
}

/** Pins that cannot be part of this sheet whatever the others say. */
function refusedPins(names: readonly PinName[], pins: Pins, given: Given): SheetFailure | undefined {
  const cold = names.filter((name) => PINS[name].icedOnly);
  if (given.serve === "hot" && cold.length > 0) return { code: "pinNeedsIced", pins: cold };
  if (pins.strengthPct !== undefined && given.extractionPct === undefined) return { code: "needsExtraction" };
  if (pins.finalTempC !== undefined && given.heat === undefined) return { code: "needsHeat" };
  for (const pin of ["brewRatio", "totalRatio"] as const) {
    const ratio = pins[pin];
    // At or below the retained share every gram poured stays in the bed.
    if (ratio !== undefined && !(ratio > given.retentionGPerG)) {
      return { code: "bedHoldsAllWater", pin, ratio, retentionGPerG: given.retentionGPerG };
    }
  }
  return undefined;
}
