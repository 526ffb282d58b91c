import type { Bench } from "#contract/bench.ts";
import type { IcedSchool } from "#contract/house.ts";
import type { IcedMethod, IcedService } from "#core/iced";
import type { PinName, PinSet } from "#core/sheet";
import { chosenOf, firstYieldG, recipeRatio, type ScaleState, schoolPin } from "./state.ts";

const TASTED: readonly PinName[] = ["totalRatio", "brewRatio", "strengthPct"];

/** Another school: its pin takes the place of the one that said how strong the drink is. */
export function schooled(school: IcedSchool, state: ScaleState, bench: Bench, yieldG: number): ScaleState {
  const set = schoolPin(school, yieldG, chosenOf(state, bench), bench.settings);
  const place = state.pins.findIndex(({ name }) => TASTED.includes(name));
  const others = state.pins.filter(({ name }) => name !== set.name);
  const pins = place < 0 ? [...others.slice(1), set] : state.pins.map((pin, i) => (i === place ? set : pin));
  const kept = state.iced.inGlass.filter((pin) => pin !== "totalRatio");
  const inGlass: IcedService["inGlass"] = school === "glass" ? ["totalRatio", ...kept] : kept;
  return { ...state, pins, iced: { ...state.iced, inGlass } };
}

/** Cold water that a strong brew is first thinned with, of its hot and cold water together. */
const FIRST_COLD_SHARE = 0.2;

/** Another way to come to iced coffee, with the pins that it takes; yield or dose and what is tasted stay. */
export function methodAs(method: IcedMethod, state: ScaleState, bench: Bench): ScaleState {
  const chosen = chosenOf(state, bench);
  const { settings } = bench;
  const size = state.pins.find(({ name }) => name === "yieldG" || name === "doseG") ?? {
    name: "yieldG" as const,
    value: firstYieldG(chosen),
  };
  const tasted =
    state.pins.find(({ name }) => TASTED.includes(name)) ??
    schoolPin(settings.icedSchool, firstYieldG(chosen), chosen, settings);
  const cold = state.pins.find(
    ({ name }) => name === "finalTempC" || name === "iceShare" || (name === "iceG" && !withoutIce(state)),
  ) ?? {
    name: "finalTempC" as const,
    value: settings.icedTempC,
  };
  const iced = { ...state.iced, method };
  const noIce: PinSet = { name: "iceG", value: 0 };
  switch (method) {
    case "bath": {
      const whole: PinSet = { name: "brewRatio", value: recipeRatio(chosen.recipe) };
      return { ...state, iced: { ...iced, inGlass: [], bloomApart: false }, pins: [size, whole, noIce] };
    }
    case "steep": {
      const strength = schoolPin("strength", size.value, chosen, settings);
      return { ...state, iced: { ...iced, inGlass: [], bloomApart: false }, pins: [size, strength, noIce] };
    }
    case "withWater":
      return { ...state, iced, pins: [size, tasted, cold, { name: "bypassShare", value: FIRST_COLD_SHARE }] };
    default:
      return { ...state, iced, pins: [size, tasted, cold] };
  }
}

/** No ice goes into the drink: it is chilled in a bath, or steeped cold. */
export function withoutIce({ serve, iced }: Pick<ScaleState, "serve" | "iced">): boolean {
  return serve === "iced" && (iced.method === "bath" || iced.method === "steep");
}

/** The pins that a service stands on; none of them gives way. */
export function heldPins(state: ScaleState): readonly PinName[] {
  return withoutIce(state) ? ["iceG"] : [];
}
