import type { GlassPin } from "./types.ts";

/** How iced coffee comes about. */
export const ICED_METHODS = ["onIce", "beside", "overGlass", "withWater", "bath", "steep"] as const;
export type IcedMethod = (typeof ICED_METHODS)[number];

/** How an iced glass is served. */
export const GLASS_SERVICES = ["bare", "own", "cubes", "large", "strained", "shaken"] as const;
export type GlassService = (typeof GLASS_SERVICES)[number];

/** Liquids that a glass is topped with. */
export const TOP_OFFS = ["water", "milk"] as const;
export type TopOff = (typeof TOP_OFFS)[number];

/** The service of an iced sheet, besides its pins. */
export interface IcedService {
  readonly method: IcedMethod;
  /** Pins that are said of the glass at the first sip. */
  readonly inGlass: readonly GlassPin[];
  /** The bloom's liquid is kept apart; by hand only. */
  readonly bloomApart: boolean;
  /** Bloom water per dose, g/g; the recipe's own where it is null. */
  readonly bloomTimes: number | null;
  /** Servers that one batch is shared over. */
  readonly servers: 1 | 2;
  /** A cup's id; the first iced one where it is not there. */
  readonly cup: string;
  readonly glass: GlassService;
  /** On top of each glass, g. */
  readonly topOffG: number;
  readonly topOff: TopOff;
  /** Of a concentrate: water to coffee, g/g, how long it steeps, and how long after that it is kept at most, h. */
  readonly steepRatio: number;
  readonly steepH: number;
  readonly steepKeptH: number;
  /** Of a bath: what the coffee comes down to, °C, and its ice, g; the house's temperature and as much as it takes where null. */
  readonly bathTempC: number | null;
  readonly bathIceG: number | null;
}

export const USUAL_ICED: IcedService = {
  method: "onIce",
  inGlass: [],
  bloomApart: false,
  bloomTimes: null,
  servers: 1,
  cup: "",
  glass: "cubes",
  topOffG: 0,
  topOff: "water",
  steepRatio: 7,
  steepH: 16,
  steepKeptH: 48,
  bathTempC: null,
  bathIceG: null,
};

/** From the least to the most that each of its figures may be. */
export const ICED_RANGES = {
  bloomTimes: [1, 6],
  topOffG: [0, 400],
  steepRatio: [3, 14],
  steepH: [4, 36],
  steepKeptH: [1, 168],
  bathTempC: [1, 40],
  bathIceG: [0, 100_000],
} as const;
export type IcedFigure = keyof typeof ICED_RANGES;
