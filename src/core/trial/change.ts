import type { Cause, Reading } from "./reading.ts";

/** One thing to do otherwise next time, and how far where that is known. */
export interface ChangeTo {
  readonly variable:
    | "dial"
    | "ratio"
    | "batch"
    | "bed"
    | "agitation"
    | "filter"
    | "waterTemp"
    | "ice"
    | "hold"
    | "coffee"
    | "rinse";
  readonly direction:
    | "finer"
    | "coarser"
    | "moreCoffee"
    | "lessCoffee"
    | "more"
    | "less"
    | "level"
    | "seat"
    | "hotter"
    | "cooler"
    | "shorter"
    | "fresh"
    | "longer";
  readonly size?: { readonly value: number; readonly unit: "dial" | "g" | "K" | "ratio" };
}

const CHANGES: { readonly [cause in Exclude<Cause, "right" | "pour">]: ChangeTo } = {
  tooFine: { variable: "dial", direction: "coarser" },
  tooCoarse: { variable: "dial", direction: "finer" },
  tooStrong: { variable: "ratio", direction: "lessCoffee" },
  tooWeak: { variable: "ratio", direction: "moreCoffee" },
  tooMuchCoffee: { variable: "batch", direction: "less" },
  uneven: { variable: "bed", direction: "level" },
  filter: { variable: "filter", direction: "seat" },
  waterCool: { variable: "waterTemp", direction: "hotter" },
  waterHot: { variable: "waterTemp", direction: "cooler" },
  iceMuch: { variable: "ice", direction: "less" },
  iceLittle: { variable: "ice", direction: "more" },
  held: { variable: "hold", direction: "shorter" },
  stale: { variable: "coffee", direction: "fresh" },
  paper: { variable: "rinse", direction: "longer" },
};

/** The change that a cause asks for; null where it is right. */
export function changeFor(cause: Cause, reading: Reading): ChangeTo | null {
  if (cause === "right") return null;
  if (cause === "pour") return { variable: "agitation", direction: isStirredUp(reading) ? "less" : "more" };
  const change = CHANGES[cause];
  const { waterTempC, wantedWaterTempC } = reading.measured ?? {};
  if (change.variable !== "waterTemp" || waterTempC === undefined || wantedWaterTempC === undefined)
    return change;
  return { ...change, size: { value: Math.abs(wantedWaterTempC - waterTempC), unit: "K" } };
}

/** Whether the hand did too much: fines that rose and clogged, rather than coffee that stayed dry or high on the wall. */
function isStirredUp({ signs, tasted }: Reading): boolean {
  const isMuddy = tasted.some(({ clarity }) => clarity === "muddy");
  const tooMuch = [signs.time === "long", signs.top === "sludge", signs.bed === "cratered", isMuddy];
  const tooLittle = [
    signs.wall === "high",
    signs.dryPockets === true,
    signs.time === "short",
    signs.bed === "domed",
  ];
  const count = (seen: readonly boolean[]) => seen.filter(Boolean).length;
  return count(tooMuch) > count(tooLittle);
}
