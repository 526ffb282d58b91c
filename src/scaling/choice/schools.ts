import type { Bench } from "#contract/bench.ts";
import type { IcedSchool } from "#contract/icedMethod.ts";
import { type IcedMethod, type IcedService, USUAL_ICED } from "#core/iced";
import type { PinName, PinSet } from "#core/sheet";
import { isSteeped, withoutIce } from "./method.ts";
import { firstIced } from "./start.ts";
import { chosenOf, firstYieldG, recipeRatio, type ScaleState, schoolPin, unset } from "./state.ts";

const TASTED: readonly PinName[] = ["totalRatio", "brewRatio", "strengthPct"];

/** Another school: its pin takes the place of the one that said how strong the drink is. */
export function schooled(school: IcedSchool, state: ScaleState, bench: Bench, yieldG: number): ScaleState {
  const set = schoolPin(school, yieldG, chosenOf(state, bench), bench.settings);
  const place = state.pins.findIndex(({ name }) => TASTED.includes(name));
  const pins =
    place < 0 ? [...state.pins.slice(1), set] : state.pins.map((pin, i) => (i === place ? set : pin));
  const glassPins = state.iced.inGlass.filter((pin) => pin !== "totalRatio");
  const inGlass: IcedService["inGlass"] = school === "wholeGlass" ? ["totalRatio", ...glassPins] : glassPins;
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
    value: firstYieldG(chosen, "iced"),
  };
  // Coffee that is chilled without ice had a ratio of its own: the house's school counts again.
  const had = withoutIce(state) ? undefined : state.pins.find(({ name }) => TASTED.includes(name));
  const tasted = had ?? schoolPin(settings.icedSchool, firstYieldG(chosen, "iced"), chosen, settings);
  const cold = state.pins.find(
    ({ name }) => name === "finalTempC" || name === "iceShare" || (name === "iceG" && !withoutIce(state)),
  ) ?? {
    name: "finalTempC" as const,
    value: settings.icedTempC,
  };
  // Over the ice in the glass there is ice enough; other ways are served over fresh ice again.
  const { glass: old } = state.iced;
  const glass = method === "overGlass" ? "bare" : state.iced.method === "overGlass" ? USUAL_ICED.glass : old;
  const inGlass = had ? state.iced.inGlass : firstIced(settings).inGlass;
  const iced: IcedService = { ...state.iced, method, glass, inGlass };
  // A setting by hand was set for a bed, or for a concentrate: the other is ground anew.
  const grind = isSteeped(state) === (method === "steep") ? state.grind : unset(state.grind);
  const next = { ...state, grind, iced };
  const noIce: PinSet = { name: "iceG", value: 0 };
  switch (method) {
    case "bath": {
      const whole: PinSet = { name: "brewRatio", value: recipeRatio(chosen.recipe) };
      return { ...next, iced: { ...iced, inGlass: [], bloomApart: false }, pins: [size, whole, noIce] };
    }
    case "steep": {
      const strength = schoolPin("strength", size.value, chosen, settings);
      return { ...next, iced: { ...iced, inGlass: [], bloomApart: false }, pins: [size, strength, noIce] };
    }
    case "withWater":
      return { ...next, pins: [size, tasted, cold, { name: "bypassShare", value: FIRST_COLD_SHARE }] };
    default:
      return { ...next, pins: [size, tasted, cold] };
  }
}

/** How the ratio of an iced sheet is counted, by what is pinned; undefined where its masses say it all. */
export function schoolOf(pins: readonly PinSet[], { inGlass }: IcedService): IcedSchool | undefined {
  const has = (name: PinSet["name"]) => pins.some((pin) => pin.name === name);
  if (has("strengthPct")) return "strength";
  if (has("totalRatio")) return inGlass.includes("totalRatio") ? "wholeGlass" : "inside";
  return has("brewRatio") ? "onTop" : undefined;
}
