import type { ScaleState } from "#contract/scaleState.ts";
import type { PinName } from "#core/sheet";

/** Whether it lies in cold water for hours: no bed is brewed. */
export function isSteeped({ serve, iced }: Pick<ScaleState, "serve" | "iced">): boolean {
  return serve === "iced" && iced.method === "steep";
}

/** No ice goes into the drink: it is chilled in a bath, or steeped cold. */
export function withoutIce({ serve, iced }: Pick<ScaleState, "serve" | "iced">): boolean {
  return serve === "iced" && (iced.method === "bath" || iced.method === "steep");
}

/** The pins that a service stands on; none of them gives way. */
export function heldPins(state: ScaleState): readonly PinName[] {
  return withoutIce(state) ? ["iceG"] : [];
}

/** Whether a sheet's extraction is taken from the forecast of the very brew that it asks for. */
export function isCoupled(state: ScaleState): boolean {
  const { serve, pins } = state;
  return isSteeped(state) || (serve === "iced" && pins.some(({ name }) => name === "strengthPct"));
}

/** Whether the house's window for iced ratios, which counts the server's ice, is what a sheet is aimed at. */
export function aimsAtRatio({ serve, pins, iced }: ScaleState): boolean {
  const otherwise = pins.some(({ name }) => name === "strengthPct" || name === "brewRatio");
  return (
    serve === "hot" || withoutIce({ serve, iced }) || !(otherwise || iced.inGlass.includes("totalRatio"))
  );
}

/** Whether how strong it is, is said of the glass: then the house's window for strength is the glass's too. */
export function judgedInGlass({ serve, iced }: Pick<ScaleState, "serve" | "iced">): boolean {
  return serve === "iced" && iced.inGlass.some((pin) => pin === "totalRatio" || pin === "strengthPct");
}
