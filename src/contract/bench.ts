import type { Basket } from "#core/brew";
import type { Dial, MatchedPair } from "#core/grind";
import type { Ice, VesselHeat } from "#core/ice";
import type { BrewWaterLattice, Serve } from "#core/sheet";
import type { HouseSettings } from "./house.ts";

/** A site's equipment and the house's recipes and coffees, as the screens read them. */
export interface Bench {
  readonly site: {
    readonly id: string;
    readonly name: string;
    readonly timeZone: string;
    /** Above the sea, m: it says where water boils. */
    readonly altitudeM: number;
  };
  readonly sites: readonly { readonly id: string; readonly name: string }[];
  readonly settings: HouseSettings;
  readonly brewers: readonly BenchBrewer[];
  readonly vessels: readonly BenchVessel[];
  readonly grinders: readonly BenchGrinder[];
  readonly iceSources: readonly BenchIce[];
  readonly coffees: readonly BenchCoffee[];
  readonly cups: readonly { readonly volumeMl: number; readonly serve: Serve }[];
  readonly recipes: readonly BenchRecipe[];
}

export interface BenchBrewer {
  readonly id: string;
  readonly name: string;
  readonly kind: "batch" | "hand";
  readonly filter: "paper" | "metal";
  readonly basket: Basket;
  readonly lattice: Required<BrewWaterLattice>;
  readonly doseMaxG: number;
  readonly preferredMinG: number | null;
  readonly preferredMaxG: number | null;
  readonly bedDepthMinMm: number | null;
  readonly bedDepthMaxMm: number | null;
  readonly retentionGPerG: number;
  /** Brew water is so much warmer than what drips from the bed, °C. */
  readonly dripDropC: number;
  readonly rinseG: number;
}

export interface BenchVessel extends Pick<VesselHeat, "vesselJPerK"> {
  readonly id: string;
  readonly name: string;
  readonly kind: "dispenser" | "pot" | "glass" | "steel";
  readonly iced: boolean;
  readonly brimG: number;
  readonly workingG: number;
}

export interface BenchGrinder extends Dial {
  readonly id: string;
  readonly name: string;
  readonly purgeG: number;
}

export interface BenchIce extends Ice {
  readonly id: string;
  readonly name: string;
  readonly heapGPerMl: number;
}

export interface BenchCoffee {
  readonly id: string;
  readonly name: string;
  readonly character: string;
  readonly densityGPerMl: number;
  /** ISO date. */
  readonly roastedOn: string;
  readonly stockG: number;
}

/** A recipe's newest version, with the basket and the grinder that it was brewed with. */
export interface BenchRecipe {
  readonly versionId: string;
  readonly name: string;
  readonly version: number;
  readonly serve: Serve;
  readonly coffeeId: string;
  readonly basket: Basket;
  readonly densityGPerMl: number;
  readonly grinder: { readonly id: string; readonly name: string };
  readonly dialSetting: number;
  /** Matched pairs from the recipe's grinder to each grinder of the site. */
  readonly pairs: Readonly<Record<string, readonly MatchedPair[]>>;
  readonly doseG: number;
  readonly hotWaterG: number;
  readonly iceG: number;
  readonly waterTempC: number;
  readonly retentionGPerG: number;
  readonly weighedG: number | null;
  readonly strengthPct: number | null;
}
