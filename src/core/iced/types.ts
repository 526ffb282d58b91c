import type { GlassPoint, GlassServe, StandingCup } from "#core/ice";
import type { SheetFailure, SheetInput, SheetResult } from "#core/sheet";

/** Pins that may be said of the glass at the first sip instead of the server. */
export const GLASS_PINS = ["totalRatio", "strengthPct", "finalTempC"] as const;
export type GlassPin = (typeof GLASS_PINS)[number];

/** An iced sheet as it is wanted, through to the glass. */
export interface IcedInput {
  /** With the pins as they were given; those of `inGlass` are said of the glass. */
  readonly sheet: SheetInput;
  readonly inGlass: readonly GlassPin[];
  /** How a glass is served; what is said of the glass needs it. */
  readonly glass?: GlassServe | undefined;
  /** The server's own ice goes along into the glass, in the place of other ice. */
  readonly ownIce?: boolean | undefined;
  /** Brewed strong over the ice in the glasses: they are the vessel, as many as the yield fills. */
  readonly glasses?: OverGlasses | undefined;
  /** The bloom's liquid is kept apart to cool by itself, and joins last. */
  readonly bloom?: KeptBloom | undefined;
  /** Steeped cold: water to coffee in the concentrate, g/g; the rest of the water thins it. */
  readonly steepRatio?: number | undefined;
}

export interface OverGlasses {
  readonly brimMl: number;
  /** A drink with all its ice melted, g. */
  readonly fillG: number;
  readonly glassJPerK: number;
}

export interface KeptBloom {
  /** Bloom water, g per g of dose. */
  readonly perDose: number;
  /** From when it has dripped until it joins, s. */
  readonly standsS: number;
  readonly cup: StandingCup;
}

/** A glass at its first sip. */
export interface InGlass extends GlassPoint {
  /** All that ends in the glass, less what the bed gave, per dose: its water and ice. */
  readonly totalRatio: number;
  /** How many the server fills. */
  readonly glasses: number;
}

export interface IcedSheet extends SheetResult {
  /** The sheet as the server has it: the same result when it is solved again. */
  readonly asked: SheetInput;
  readonly inGlass: InGlass | undefined;
  /** The bloom's liquid as it joins; undefined where none is kept apart. */
  readonly apart: { readonly massG: number; readonly tempC: number } | undefined;
}

export type IcedFailure =
  | SheetFailure
  /** However warm or cold the server, the first sip lies between these. */
  | {
      readonly code: "glassOutOfReach";
      readonly finalTempC: number;
      readonly leastTempC: number;
      readonly mostTempC: number;
    }
  /** A drink that strong is not made from a concentrate so thin. */
  | { readonly code: "concentrateTooThin"; readonly steepRatio: number; readonly mostRatio: number }
  /** Iced service takes ice, and there is none. */
  | { readonly code: "noIce" }
  /** However much coffee, this brew makes no drink so strong: what it extracts falls as the dose grows. */
  | { readonly code: "strengthOutOfReach"; readonly strengthPct: number; readonly mostPct: number }
  /** Pins of the glass and of the server pull against each other without end. */
  | { readonly code: "notSettled" };
