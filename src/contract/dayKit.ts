import type { Cup, Serve } from "#core/sheet";
import type { Habits } from "#core/shift";
import type { DayChanges, SitePlan } from "./dayPlanKinds.ts";
import type { ShiftCard } from "./shift.ts";

/** A way to brew a product on a day. */
export interface KitOption {
  readonly cardId: string;
  readonly title: string;
  readonly brewerId: string;
  /** A kind of vessel of the kit, by its key. */
  readonly vessel: string;
  /** As the card is written: for its own vessel, not for another that it would fit into. */
  readonly own: boolean;
  readonly approved: boolean;
  readonly cups: number;
  readonly yieldG: number;
  readonly doseG: number;
  readonly brewMin: number;
  readonly holdMin: number;
  readonly iceG: number;
}

/** A coffee in one service, with the cup that it is counted in. */
export interface KitProduct {
  /** Coffee and service: the product's name for the plan. */
  readonly key: string;
  readonly name: string;
  readonly coffeeId: string;
  readonly serve: Serve;
  readonly cup: { readonly name: string; readonly massG: number };
  /** Coffee in a cup, in the site's currency; null where nobody said what it costs. */
  readonly coffeeCost: number | null;
  readonly options: readonly KitOption[];
}

/** A card of the day, as its batches are weighed out, set and counted. */
export type KitCard = Pick<
  ShiftCard,
  "id" | "batch" | "doseG" | "dial" | "settingG" | "marked" | "iceG" | "vessel"
>;

/** A concentrate that is begun the day before, for a product of the day. */
export interface KitAhead {
  readonly cardId: string;
  readonly title: string;
  readonly product: string;
  readonly cups: number;
  /** Of the concentrate itself in a batch, before it is thinned, g. */
  readonly concentrateG: number;
  readonly doseG: number;
  readonly steepH: number;
  readonly keptH: number;
}

/** Vessels that are alike. */
export interface KitVessel {
  readonly key: string;
  readonly name: string;
  /** Each by its own name. */
  readonly names: readonly string[];
  readonly brimG: number;
}

/** A pot that stands at the bar now, or is under way. Minutes of the day, below 0 for yesterday's. */
export interface KitPot {
  readonly product: string;
  readonly cups: number;
  readonly vessel: string;
  /** Which one of that kind. */
  readonly vesselName: string;
  readonly readyMin: number;
  readonly pourAtMin: number;
  readonly underWay: boolean;
  /** The brewer that one under way is on; null for one that stands. */
  readonly brewerId: string | null;
}

/** Ice that a day's batches may draw, g. */
export interface KitIce {
  readonly id: string;
  readonly storeG: number;
  /** In it when the plan begins. */
  readonly leftG: number;
  readonly perHourG: number;
}

/** What a day's plan is made from: what the site has, what it usually sells, and what stands there now. */
export interface DayKit {
  readonly siteId: string;
  readonly site: string;
  readonly otherSites: readonly { readonly id: string; readonly name: string }[];
  readonly currency: string;
  readonly timeZone: string;
  /** Cups that can be sold here: what a till's items stand for. */
  readonly sold: readonly { readonly coffee: string; readonly serve: Serve; readonly cupMl: number }[];
  readonly day: string;
  /** 1 Monday to 7 Sunday. */
  readonly weekday: number;
  /** Minutes of the day; null where it is another day. */
  readonly nowMin: number | null;
  readonly products: readonly KitProduct[];
  readonly ahead: readonly KitAhead[];
  /** Cards of the products' ways. */
  readonly cards: readonly KitCard[];
  /** What the day's totals are held against. */
  readonly supplies: {
    readonly coffees: readonly { readonly id: string; readonly stockG: number | null }[];
    readonly cups: readonly Cup[];
  };
  /** By place of the products; undefined where no sale is known. */
  readonly habits: Habits | null;
  /** Cups sold today until now, by place of the products; null on another day. */
  readonly soldToday: readonly number[] | null;
  /** What sold here, and no card can brew: by name, cups a day. */
  readonly unbrewed: readonly { readonly name: string; readonly cupsADay: number }[];
  readonly brewers: readonly { readonly id: string; readonly name: string }[];
  readonly vessels: readonly KitVessel[];
  readonly ice: KitIce | null;
  readonly pots: readonly KitPot[];
}

/** A plan as it is kept, with what it is made from. */
export interface DayPlanStart {
  readonly kit: DayKit;
  readonly sitePlan: { readonly plan: SitePlan; readonly revision: number };
  readonly dayPlan: { readonly changes: DayChanges; readonly revision: number };
}
