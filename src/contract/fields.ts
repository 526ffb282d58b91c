import { CARE_KINDS, ENDINGS, MARKS, MATERIALS, PLATES, ROAST_LEVELS, SUITED } from "./aspects.ts";

/*
 * Everything that stands on the bench, as one table of fields. The forms, the messages that actions take,
 * the files that are exported and the questions of the first-house guide are all read off it.
 */

/** How a number is typed and printed; it is stored as the unit says, money in minor units, shares 0 to 1. */
export type FieldUnit =
  | "g"
  | "liquidG"
  | "ml"
  | "kg"
  | "l"
  | "mm"
  | "m"
  | "°C"
  | "degrees"
  | "min"
  | "watch"
  | "days"
  | "%"
  | "share"
  | "g/ml"
  | "g/g"
  | "J/K"
  | "g/h"
  | "W/K"
  | "mg/l"
  | "dial"
  | "times"
  | "count"
  | "money";

interface Optional {
  /** May stay empty. */
  readonly optional?: true;
}
export interface NumberField extends Optional {
  readonly type: "number";
  readonly unit: FieldUnit;
  readonly least: number;
  readonly most: number;
  /** Taken where a file or message of before the field has none. */
  readonly usual?: null;
}
export interface TextField extends Optional {
  readonly type: "name" | "text" | "note" | "zone" | "currency" | "date" | "moment";
}
export interface ChoiceField {
  readonly type: "choice";
  readonly options: readonly string[];
  /** Taken where a file or message of before the field has none. */
  readonly usual?: string;
}
/** One of a few, or several, that are seen at a glance and tapped. */
export interface TapsField {
  readonly type: "taps";
  readonly options: readonly { readonly value: string; readonly text: string }[];
  /** Several may be so; their values stand with spaces between. */
  readonly many?: true;
}
export interface YesField {
  readonly type: "yes";
  /** Taken where a file or message of before the field has none. */
  readonly usual?: boolean;
}
/** One of the bench's other things, by its id. */
export interface RefField extends Optional {
  readonly type: "ref";
  readonly to: "filter" | "brewer" | "grinder" | "coffee" | "vessel";
}
export type FieldSpec = NumberField | TextField | ChoiceField | TapsField | YesField | RefField;

const name = { type: "name" } as const;
const text = { type: "text", optional: true } as const;
const note = { type: "note", optional: true } as const;
const date = { type: "date", optional: true } as const;
const yes = { type: "yes" } as const;
export const number = (unit: FieldUnit, least: number, most: number) =>
  ({ type: "number", unit, least, most }) as const;
export const maybe = (unit: FieldUnit, least: number, most: number) =>
  ({ type: "number", unit, least, most, optional: true }) as const;
export const choice = <const Options extends readonly string[]>(options: Options) =>
  ({ type: "choice", options }) as const;

/** Far above what a café weighs; what is more is a slip. */
const MOST_G = 200_000;

export const FIELDS = {
  site: {
    name,
    altitudeM: number("m", -400, 5000),
    timeZone: { type: "zone" },
    currency: { type: "currency" },
  },
  vessel: {
    name,
    kind: choice(["dispenser", "pot", "glass", "steel"]),
    iced: yes,
    brimG: number("liquidG", 50, MOST_G),
    workingG: number("liquidG", 50, MOST_G),
    vesselJPerK: number("J/K", 0, 20_000),
    holdMin: maybe("min", 1, 1440),
    plate: choice(PLATES),
    evaporationGPerH: maybe("g/h", 0, 2000),
    bathWPerK: maybe("W/K", 0.1, 2000),
  },
  brewer: {
    name,
    kind: choice(["batch", "hand", "press"]),
    shape: choice(["flat", "cone"]),
    /** All three, or no basket is known: sums work without one, beds and the forecast do not. */
    topDiameterMm: maybe("mm", 20, 600),
    bottomDiameterMm: maybe("mm", 0, 600),
    heightMm: maybe("mm", 20, 600),
    filterId: { type: "ref", to: "filter" },
    ending: choice(ENDINGS),
    minSettingG: number("liquidG", 50, 100_000),
    maxSettingG: number("liquidG", 50, 100_000),
    stepG: number("liquidG", 1, 5000),
    marks: { ...choice(MARKS), usual: "litres" },
    cupMarkG: { ...maybe("liquidG", 30, 1000), usual: null },
    flowSwitch: { ...yes, usual: false },
    doseMinG: maybe("g", 1, 20_000),
    doseMaxG: number("g", 5, 20_000),
    preferredMinG: maybe("liquidG", 50, 100_000),
    preferredMaxG: maybe("liquidG", 50, 100_000),
    bedDepthMinMm: maybe("mm", 1, 500),
    bedDepthMaxMm: maybe("mm", 1, 500),
    retentionGPerG: number("g/g", 0.5, 5),
    retentionFrom: choice(["typed", "log"]),
    sprayTempC: maybe("°C", 40, 100),
    dripDropC: number("degrees", 0, 50),
    besideDropC: maybe("degrees", 0, 60),
    bypassMaxPct: maybe("%", 0, 90),
    cycleMin: maybe("min", 1, 60),
    rinseMin: maybe("min", 0, 60),
    rinseG: number("liquidG", 0, 5000),
  },
  filter: {
    name,
    material: choice(MATERIALS),
    size: text,
    grade: text,
    drag: number("times", 0.1, 10),
    waterKeptG: number("g", 0, 200),
    facing: text,
    pricePer100: maybe("money", 0, 1_000_000),
    stock: maybe("count", 0, 1_000_000),
  },
  grinder: {
    name,
    dialMin: number("dial", -100, 1000),
    dialMax: number("dial", -100, 1000),
    dialStep: number("dial", 0.01, 100),
    higherIs: choice(["coarser", "finer"]),
    homeLegend: { ...yes, usual: false },
    purgeG: number("g", 0, 200),
    ruleUnits: maybe("dial", 0, 100),
    ruleIcedUnits: maybe("dial", 0, 100),
  },
  coffee: {
    name,
    character: text,
    process: text,
    roastLevel: choice(ROAST_LEVELS),
    densityGPerMl: number("g/ml", 0.2, 0.7),
    roastedOn: date,
    pricePerKg: maybe("money", 0, 100_000_000),
    stockG: maybe("g", 0, 10_000_000),
    lowStockG: maybe("g", 0, 10_000_000),
    suits: { type: "taps", options: SUITED.map((value) => ({ value, text: value })), many: true },
    note,
  },
  water: {
    name,
    source: text,
    testedOn: date,
    hardnessMgL: number("mg/l", 0, 2000),
    alkalinityMgL: number("mg/l", 0, 2000),
    solidsMgL: maybe("mg/l", 0, 5000),
  },
  ice: {
    name,
    iceTempC: number("°C", -40, 0),
    iceWetShare: number("share", 0, 0.9),
    heapGPerMl: number("g/ml", 0.2, 0.92),
    kgPerDay: maybe("kg", 0, 5000),
    storeKg: maybe("kg", 0, 5000),
    pieceMm: maybe("mm", 1, 200),
    otherShare: number("share", 0, 1),
  },
  cup: {
    name,
    serve: choice(["hot", "iced"]),
    volumeMl: number("ml", 20, 2000),
    fillG: maybe("liquidG", 10, 2000),
  },
  scale: {
    name,
    capacityG: number("g", 50, MOST_G),
    stepG: number("g", 0.01, 1000),
    checkedOn: date,
    checkWeightG: maybe("g", 1, MOST_G),
    checkReadG: maybe("g", 0, MOST_G),
  },
  care: {
    name,
    kind: choice(CARE_KINDS),
    brewerId: { type: "ref", to: "brewer", optional: true },
    grinderId: { type: "ref", to: "grinder", optional: true },
    everyDays: maybe("days", 1, 730),
    everyL: maybe("l", 1, 1_000_000),
    everyKg: maybe("kg", 0.1, 100_000),
    note,
  },
} as const satisfies Readonly<Record<string, Readonly<Record<string, FieldSpec>>>>;

export type ThingKind = keyof typeof FIELDS;
export const THING_KINDS = Object.keys(FIELDS) as readonly ThingKind[];

type ValueOf<Spec> = Spec extends { readonly type: "number" }
  ? number
  : Spec extends { readonly type: "yes" }
    ? boolean
    : Spec extends { readonly type: "taps" }
      ? string | null
      : Spec extends { readonly options: readonly (infer Option)[] }
        ? Option
        : string;
type Empty<Spec> = Spec extends { readonly optional: true } ? null : never;
type Specs<Kind extends ThingKind> = (typeof FIELDS)[Kind];

/** A thing's figures by name; null where nothing is known. */
export type Figures<Kind extends ThingKind> = {
  readonly [Name in keyof Specs<Kind>]: ValueOf<Specs<Kind>[Name]> | Empty<Specs<Kind>[Name]>;
};
/** The same of any kind. */
export type AnyFigures = Readonly<Record<string, string | number | boolean | null>>;

/** The fields of a kind by name, in the order in which they are asked. */
export function fieldsOf(kind: ThingKind): readonly (readonly [name: string, spec: FieldSpec])[] {
  return Object.entries(FIELDS[kind]);
}

/** Whether it names a time zone. */
export function isZone(name: string): boolean {
  try {
    return name !== "" && new Intl.DateTimeFormat("en", { timeZone: name }).format(0) !== "";
  } catch {
    return false;
  }
}
