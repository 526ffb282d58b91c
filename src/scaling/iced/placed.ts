import type { GlassPin, IcedSheet } from "#core/iced";
import type { PinSet } from "#core/sheet";
import type { ScaleState } from "#scaling/choice";

/** A figure as it is in the server or in the glass at the first sip; undefined where it is not known there. */
export function figureIn(
  place: "server" | "glass",
  name: GlassPin,
  { rounded, inGlass }: IcedSheet,
): number | undefined {
  if (place === "server") return rounded[name];
  if (!inGlass) return undefined;
  return name === "finalTempC" ? inGlass.tempC : inGlass[name];
}

/** Says a figure of the other place; where it is pinned, its pin becomes what it is there, so that the drink stays. */
export function turned(name: GlassPin, state: ScaleState, sheet: IcedSheet): ScaleState {
  const inGlass = state.iced.inGlass.includes(name);
  const place = inGlass ? "server" : "glass";
  const value = figureIn(place, name, sheet);
  const pins = state.pins.map(
    (pin): PinSet => (pin.name === name && value !== undefined ? { name, value: rounded(name, value) } : pin),
  );
  const others = state.iced.inGlass.filter((each) => each !== name);
  return { ...state, pins, iced: { ...state.iced, inGlass: inGlass ? others : [...others, name] } };
}

/** A pin that somebody reads is said in the steps in which it is printed. */
const STEP: { readonly [pin in GlassPin]: number } = { totalRatio: 0.01, strengthPct: 0.01, finalTempC: 0.1 };

function rounded(name: GlassPin, value: number): number {
  return Number((Math.round(value / STEP[name]) * STEP[name]).toPrecision(12));
}
