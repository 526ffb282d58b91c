import type { Basket } from "#core/brew";
import type { Ice, VesselHeat, WouldFreeze } from "#core/ice";

export const SERVES = ["hot", "iced"] as const;
export type Serve = (typeof SERVES)[number];

/** The four unknowns of a sheet, g. Brew water goes through the bed, bypass beside it. */
export interface Masses {
  readonly doseG: number;
  readonly brewWaterG: number;
  readonly bypassG: number;
  readonly iceG: number;
}

/** Names of the pins, each one linear equation in the masses (`pins.ts`). */
export const PIN_NAMES = [
  "doseG",
  "brewWaterG",
  "bypassG",
  "iceG",
  "brewRatio",
  "totalRatio",
  "yieldG",
  "yieldRatio",
  "iceShare",
  "bypassShare",
  "strengthPct",
  "finalTempC",
] as const;

export type PinName = (typeof PIN_NAMES)[number];
export type Pins = { readonly [name in PinName]?: number | undefined };

/** Ends of the pins that were given as bands, in the pin's unit: rounding stays inside them where it can. */
export type Bands = { readonly [name in PinName]?: Range | undefined };

/** The heat of an iced sheet. */
export interface SheetHeat extends Ice, VesselHeat {
  /** Temperature of the hot beverage as it leaves the bed, °C. */
  readonly dripTempC: number;
  /** Temperature of the bypass; the drip temperature when not given. */
  readonly bypassTempC?: number | undefined;
  /** Of the hot beverage what is kept apart to cool by itself, and joins last: the bloom's liquid. */
  readonly apart?: { readonly gPerG: number; readonly tempC: number } | undefined;
}

/** Givens that the masses follow from, besides the pins. */
export interface Given {
  readonly serve: Serve;
  /** Liquid retained: water in less beverage out, g per g of dose; about 2.1 for drained paper brews. */
  readonly retentionGPerG: number;
  /** Dissolved solids as % of the dose. */
  readonly extractionPct?: number | undefined;
  readonly heat?: SheetHeat | undefined;
}

/** A brewer's delivery at its settings: interceptG + slope · setting, settings `stepG` apart. */
export interface BrewWaterLattice {
  readonly stepG: number;
  readonly slope?: number | undefined;
  readonly interceptG?: number | undefined;
  readonly minSettingG?: number | undefined;
  readonly maxSettingG?: number | undefined;
}

/** Rounding steps, g; a mass without a step stays exact. */
export interface Rounding {
  readonly doseG?: number | undefined;
  /** Step of a dose for a cup or two, below `SMALL_DOSE.belowG`. */
  readonly smallDoseG?: number | undefined;
  /** Never less coffee than exactly wanted: the dose goes to a step at or above it. */
  readonly doseUp?: boolean | undefined;
  readonly bypassG?: number | undefined;
  readonly iceG?: number | undefined;
  readonly brewWater?: BrewWaterLattice | undefined;
}

export interface SheetVessel {
  /** Capacity to the brim, weighed with cold water. */
  readonly brimG: number;
  /** The fill it is used with; 95 % of the brim's volume when not measured. */
  readonly workingG?: number | undefined;
}

export interface SheetBrewer {
  readonly doseMinG?: number | undefined;
  readonly doseMaxG?: number | undefined;
  readonly waterMinG?: number | undefined;
  readonly waterMaxG?: number | undefined;
  /** The brew water this brewer tastes best at, inside its limits. */
  readonly preferredMinG?: number | undefined;
  readonly preferredMaxG?: number | undefined;
  readonly bedDepthMinMm?: number | undefined;
  readonly bedDepthMaxMm?: number | undefined;
  readonly basket?: Basket | undefined;
}

export type Range = readonly [low: number, high: number];

export interface SheetInput extends Given {
  readonly pins: Pins;
  /** Of a pin that is a band its value is the middle. */
  readonly bands?: Bands | undefined;
  readonly rounding?: Rounding | undefined;
  readonly vessel?: SheetVessel | undefined;
  readonly brewer?: SheetBrewer | undefined;
  readonly coffee?: { readonly densityGPerMl?: number | undefined } | undefined;
  /** The house's windows: hot ratios without ice, iced ones with it. */
  readonly window?:
    | {
        readonly ratio?: Range | undefined;
        readonly strengthPct?: Range | undefined;
        readonly extractionPct?: Range | undefined;
      }
    | undefined;
  /** Heaped ice with its gaps, g/ml. */
  readonly iceHeapGPerMl?: number | undefined;
}

/** A solved sheet, ready to be read. Yield and strength are the design point: all ice melted. */
export interface SheetFigures extends Masses {
  readonly yieldG: number;
  /** Hot water, bypass included, per dose. */
  readonly brewRatio: number;
  /** All water, ice counted, per dose. */
  readonly totalRatio: number;
  /** Beverage per dose. */
  readonly yieldRatio: number;
  /** Ice as a share of all water. */
  readonly iceShare: number;
  /** When the extraction is given. */
  readonly strengthPct?: number;
  /** When iced and the heat is given; 0 when ice is left. */
  readonly finalTempC?: number;
  /** The brewer's setting; on rounded figures, when its lattice is given. */
  readonly settingG?: number;
}

/** With the other pins kept, the values of one pin that would make the sheet possible; an open end is absent. */
export interface Mend {
  readonly pin: PinName;
  readonly above?: number;
  readonly below?: number;
}

/** A mass that comes out negative; `hotG` is the hot beverage below the bed. */
export type ImpossibleMass = keyof Masses | "hotG";

export type SheetFailure =
  | { readonly code: "tooFewPins"; readonly missing: number; readonly wouldDo: readonly PinName[] }
  | { readonly code: "tooManyPins"; readonly surplus: number; readonly fighting: readonly PinName[] }
  | { readonly code: "dependentPins"; readonly fighting: readonly PinName[] }
  | { readonly code: "pinNeedsIced"; readonly pins: readonly PinName[] }
  | { readonly code: "needsExtraction" }
  | { readonly code: "needsHeat" }
  | {
      readonly code: "bedHoldsAllWater";
      readonly pin: PinName;
      readonly ratio: number;
      readonly retentionGPerG: number;
    }
  | {
      readonly code: "impossiblePins";
      readonly mass: ImpossibleMass;
      readonly massG: number;
      readonly mends: readonly Mend[];
    }
  | { readonly code: "tempOutOfReach"; readonly finalTempC: number; readonly mend: Mend }
  | WouldFreeze;
