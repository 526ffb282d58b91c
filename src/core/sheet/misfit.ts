import { type Form, formAt, measureOf, namesOf, PINS } from "./pins.ts";
import type { Given, Masses, Pins } from "./types.ts";

/** A temperature is off by its difference over this span, °C: about what lies between warm and ice-cold. */
const TEMP_SPAN_C = 30;

/** One pin's part in the misfit: `weight` · |over / under − wanted|, the weight per unit of the pin. */
export interface Term {
  readonly over: Form;
  readonly under: Form;
  /** over − wanted · under: by how much the pin's equation is missed; linear, like both. */
  readonly miss: Form;
  readonly wanted: number;
  readonly weight: number;
  /** Lowest value of the measure: 0 °C for a temperature. */
  readonly least: number;
}

/** The parts of the misfit: the given pins that are not masses, each by its relative error. */
export function termsOf(pins: Pins, given: Given): readonly Term[] {
  return namesOf(pins)
    .filter((name) => PINS[name].weight > 0)
    .map((name) => {
      const wanted = pins[name]!;
      // A share of 0 has no relative error; what is there instead of nothing counts whole.
      const unit = name === "finalTempC" ? TEMP_SPAN_C : wanted || 1;
      const least = name === "finalTempC" ? 0 : Number.NEGATIVE_INFINITY;
      const { over, under } = measureOf(name, given);
      const miss = over.map((term, i) => term - wanted * under[i]!) as unknown as Form;
      return { over, under, miss, wanted, weight: PINS[name].weight / unit, least };
    });
}

/** How far masses are from the pins: the sum over the pins of their weighted relative errors. */
export function misfit(masses: Masses, terms: readonly Term[]): number {
  let sum = 0;
  for (const term of terms) {
    const value = Math.max(term.least, formAt(term.over, masses) / formAt(term.under, masses));
    sum += term.weight * Math.abs(value - term.wanted);
  }
  return sum;
}

/** The least value of a form between two corners, `low` with each mass at its least and `high` at its most. */
export function lowest(form: Form, low: Masses, high: Masses): number {
  return (
    form[0] * (form[0] > 0 ? low : high).doseG +
    form[1] * (form[1] > 0 ? low : high).brewWaterG +
    form[2] * (form[2] > 0 ? low : high).bypassG +
    form[3] * (form[3] > 0 ? low : high).iceG +
    form[4]
  );
}

function highest(form: Form, low: Masses, high: Masses): number {
  return lowest(form, high, low);
}

/**
 * No masses between two corners have a smaller misfit than this.
 *
 * A pin is missed by |miss| / under, at least by |miss| over the greatest `under`, and |miss| is at least as
 * far from 0 as its range is. That bounds each pin by itself. All together are bounded by one linear form:
 * the misses with the signs that they have in the middle, so that what one gains another loses. The greater
 * bound counts.
 */
export function leastMisfit(terms: readonly Term[], low: Masses, high: Masses): number {
  let apart = 0;
  let [dose, brewWater, bypass, ice, constant] = [0, 0, 0, 0, 0];
  for (const { over, under, miss, wanted, weight, least } of terms) {
    const missLow = lowest(miss, low, high);
    const missHigh = highest(miss, low, high);
    const underMost = highest(under, low, high);
    apart += weight * Math.min(Math.max(0, missLow, -missHigh) / underMost, wanted - least);
    // A measure that may have reached its end misses by less than its form says.
    if (least > Number.NEGATIVE_INFINITY && lowest(over, low, high) < least * underMost) continue;
    const factor = ((missLow + missHigh < 0 ? -1 : 1) * weight) / underMost;
    dose += factor * miss[0];
    brewWater += factor * miss[1];
    bypass += factor * miss[2];
    ice += factor * miss[3];
    constant += factor * miss[4];
  }
  return Math.max(apart, lowest([dose, brewWater, bypass, ice, constant], low, high));
}
