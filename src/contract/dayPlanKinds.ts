import type { Serve } from "#core/sheet";

/*
 * What a browser needs of a day's plan without reading messages: it loads no schema for it.
 */

/** By what a site's pots are brewed: levels of cups, or a timetable where nobody counts them. */
export const PLAN_WAYS = ["levels", "timetable"] as const;
export type PlanWay = (typeof PLAN_WAYS)[number];

/** Times that come again: a sailing, a break. Minutes of the day; weekdays 1 Monday to 7 Sunday. */
export interface WeeklySurge {
  readonly id: string;
  readonly name: string;
  readonly atMin: number;
  readonly cups: number;
  /** Null for all. */
  readonly serve: Serve | null;
  readonly weekdays: readonly number[];
}

/** Another drink that takes from a concentrate, at its own strength: beside the cups that the concentrate's card is for. */
export interface OtherDrink {
  readonly id: string;
  readonly name: string;
  /** Of the concentrate. */
  readonly cardId: string;
  readonly cupsADay: number;
  /** In each, g. */
  readonly concentrateG: number;
}

/** How a site plans its days. */
export interface SitePlan {
  readonly opensMin: number;
  readonly closesMin: number;
  /** Brewing begins so long before the doors open, min. */
  readonly prepMin: number;
  /** At the counter, and how much of their time is for batches: the rest goes to the till and to brews to order. */
  readonly people: number;
  readonly brewSharePct: number;
  /** Work for a batch when it is begun, min. */
  readonly batchHandsMin: number;
  /** What a day is like while no sales are known. */
  readonly guessed: {
    readonly cupsADay: number;
    readonly peaksMin: readonly number[];
    readonly icedPct: number;
  };
  /** In the site's currency. */
  readonly priceHot: number;
  readonly priceIced: number;
  readonly cupCost: number;
  readonly batchCost: number;
  /** What a guest who goes away in vain costs beyond the cup. */
  readonly goodwill: number;
  /** Of the guests who find none, those who wait or take another coffee, %. */
  readonly patientPct: number;
  readonly stalePerCupMin: number;
  /** A cup is fresh for so long, min. */
  readonly graceHotMin: number;
  readonly graceIcedMin: number;
  readonly staffCups: number;
  readonly refillPct: number;
  /** Iced cups more for each degree beyond the usual, %. */
  readonly icedPerDegPct: number;
  readonly usualTempC: number;
  readonly surges: readonly WeeklySurge[];
  readonly otherDrinks: readonly OtherDrink[];
  readonly way: PlanWay;
}

/** Figures of a site that said nothing yet. */
export const USUAL_SITE_PLAN: SitePlan = {
  opensMin: 420,
  closesMin: 1080,
  prepMin: 30,
  people: 2,
  brewSharePct: 50,
  batchHandsMin: 2,
  guessed: { cupsADay: 150, peaksMin: [480, 750], icedPct: 10 },
  priceHot: 3.2,
  priceIced: 3.8,
  cupCost: 0.12,
  batchCost: 0.9,
  goodwill: 0.3,
  patientPct: 20,
  stalePerCupMin: 0.003,
  graceHotMin: 30,
  graceIcedMin: 120,
  staffCups: 0,
  refillPct: 0,
  icedPerDegPct: 4,
  usualTempC: 18,
  surges: [],
  otherDrinks: [],
  way: "levels",
};

/** The queue before a surge begins so long before it, min. */
export const SURGE_BEFORE_MIN = 20;

/** What is known of one day beside what it usually brings, and what a lead decided for it. Minutes of the day. */
export interface DayChanges {
  /** More or less than usual, %, in some hours. */
  readonly factors: readonly {
    readonly id: string;
    readonly percent: number;
    readonly fromMin: number;
    readonly toMin: number;
    readonly serve: Serve | null;
  }[];
  readonly surges: readonly Omit<WeeklySurge, "weekdays">[];
  /** Cups that are ordered: certain, and staged apart. */
  readonly orders: readonly {
    readonly id: string;
    readonly name: string;
    readonly atMin: number;
    /** When its vessels are back. */
    readonly untilMin: number;
    readonly cups: number;
    readonly cardId: string;
  }[];
  /** Batches that must be ready at a time. */
  readonly pins: readonly { readonly id: string; readonly cardId: string; readonly readyMin: number }[];
  /** What is not there: a brewer or a card by its id, a kind of vessel, or a person. */
  readonly away: readonly {
    readonly id: string;
    readonly what: "brewer" | "vessel" | "card" | "person";
    readonly ofId: string;
    readonly fromMin: number;
    readonly toMin: number;
  }[];
  /** In the shade in the afternoon; null while nobody said. */
  readonly tempC: number | null;
  /** A holiday is planned as another weekday: 1 Monday to 7 Sunday; null as its own. */
  readonly asWeekday: number | null;
  /** The plan stays as it is, however the day runs. */
  readonly isHeld: boolean;
}

export const NO_CHANGES: DayChanges = {
  factors: [],
  surges: [],
  orders: [],
  pins: [],
  away: [],
  tempC: null,
  asWeekday: null,
  isHeld: false,
};
