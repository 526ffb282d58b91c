import type { Correction } from "#core/iced";
import { type PinName, type PinSet, pinSetsOf } from "#core/sheet";
import type { ScaleState } from "#scaling/choice";

/** A dose is weighed to a tenth of a gram at the finest; a temperature is said to a tenth of a degree. */
const TENTHS = 10;

/** A sheet with one thing changed: pins that gave way are gone, the new one stands in the place of the first of them. */
export function corrected(correction: Correction, state: ScaleState): ScaleState {
  if (correction.by === "dial") return { ...state, grind: correction.setting };
  const name: PinName = correction.by === "dose" ? "doseG" : "finalTempC";
  const next = pinSetsOf(correction.pins);
  const value = next.find((pin) => pin.name === name)!.value;
  const set: PinSet = { name, value: Math.round(value * TENTHS) / TENTHS };
  const gone = state.pins.findIndex(
    (pin) => pin.name === name || !next.some((each) => each.name === pin.name),
  );
  const remainingPins = state.pins.filter(
    (pin) => pin.name !== name && next.some((each) => each.name === pin.name),
  );
  const pins = [...remainingPins.slice(0, Math.max(0, gone)), set, ...remainingPins.slice(Math.max(0, gone))];
  const inGlass = state.iced.inGlass.filter((pin) => remainingPins.some((each) => each.name === pin));
  return { ...state, pins, iced: { ...state.iced, inGlass } };
}
