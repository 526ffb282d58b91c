import type { Basket, Factors, SprayMode } from "#core/brew";
import type { CurvePoint, Dial, MatchedPair } from "#core/grind";
import type { Ice, VesselHeat } from "#core/ice";
import type { Recipe } from "#core/recipe";
import type { BrewWaterLattice, Cup } from "#core/sheet";
import type { Aspect } from "./aspects.ts";
import type { HouseSettings } from "./house.ts";
import type { RecipeState } from "./recipe.ts";
import type { Standard } from "./standard.ts";
import type { Figures } from "./things.ts";

/** A site's equipment and the house's recipes and coffees, as the screens read them. */
export interface Bench {
  /** The day at the site, ISO: a coffee ages. */
  readonly today: string;
  /** One more with every change of what stands on it. */
  readonly revision: number;
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
  readonly cups: readonly (Cup & { readonly id: string })[];
  readonly recipes: readonly BenchRecipe[];
  /** What was fitted to cups or to the log: of each brewer's and grinder's pair. */
  readonly fits: readonly (Required<Factors> & {
    readonly brewerId: string;
    readonly grinderId: string;
    /** The version whose cup they were fitted to; null where they are the log's. */
    readonly versionId: string | null;
    /** Batches of the log that they were fitted to; 0 for a cup. */
    readonly batches: number;
  })[];
  /** The site's approved batches in force. */
  readonly standards: readonly Standard[];
}

/** A thing with what of it is only typical, not measured here. */
interface Benched {
  readonly id: string;
  readonly name: string;
  readonly typical: readonly Aspect[];
}

export interface BenchBrewer
  extends Benched,
    Pick<
      Figures<"brewer">,
      | "kind"
      | "doseMinG"
      | "doseMaxG"
      | "preferredMinG"
      | "preferredMaxG"
      | "bedDepthMinMm"
      | "bedDepthMaxMm"
      | "retentionGPerG"
      | "sprayTempC"
      | "bypassMaxPct"
      | "dripDropC"
      | "besideDropC"
      | "rinseG"
      | "cycleMin"
      | "rinseMin"
    > {
  readonly filter: Pick<Figures<"filter">, "name" | "material" | "drag">;
  /** Null where nobody has measured it. */
  readonly basket: Basket | null;
  /** How it sprays; empty where nobody weighed it. */
  readonly sprays: readonly SprayMode[];
  readonly lattice: Required<BrewWaterLattice>;
}

export interface BenchVessel
  extends Benched,
    Pick<VesselHeat, "vesselJPerK">,
    Pick<Figures<"vessel">, "kind" | "iced" | "holdMin" | "bathWPerK"> {
  readonly brimG: number;
  readonly workingG: number;
}

export interface BenchGrinder extends Benched, Dial {
  readonly purgeG: number;
  /** Its own rule, on its own dial; null where the house's counts. */
  readonly ruleUnits: number | null;
  readonly ruleIcedUnits: number | null;
  /** Its newest curve; empty where there is none. */
  readonly curve: readonly CurvePoint[];
  /** Null where there is none. */
  readonly curveVersion: number | null;
}

export interface BenchIce extends Ice {
  readonly id: string;
  readonly name: string;
  readonly heapGPerMl: number;
  /** A piece, across, mm; null where nobody noted it. */
  readonly pieceMm: number | null;
  /** What its bin holds, and what it makes. */
  readonly storeKg: number | null;
  readonly kgPerDay: number | null;
  /** Drawn by other drinks, 0 to 1. */
  readonly otherShare: number;
}

export interface BenchCoffee extends Benched, Pick<Figures<"coffee">, "roastLevel" | "roastedOn"> {
  readonly character: string;
  readonly stockG: number | null;
  readonly densityGPerMl: number;
}

/** A recipe by the version that counts, with the basket and the grinder that it was brewed with. */
export interface BenchRecipe extends Recipe {
  readonly recipeId: string;
  readonly versionId: string;
  readonly name: string;
  readonly version: number;
  readonly state: RecipeState;
  readonly coffeeId: string;
  readonly brewerId: string;
  readonly brewer: {
    readonly kind: Figures<"brewer">["kind"];
    readonly drag: number;
    readonly sprays: readonly SprayMode[];
  };
  readonly basket: Basket | null;
  readonly densityGPerMl: number;
  /** Null where only the texture was written down. */
  readonly grinder: {
    readonly id: string;
    readonly name: string;
    readonly curve: readonly CurvePoint[];
  } | null;
  /** Matched pairs from the recipe's grinder to each grinder of the site. */
  readonly pairs: Readonly<Record<string, readonly MatchedPair[]>>;
  /** Poured on the coffee, or added to what was brewed; ice left out. */
  readonly hotWaterG: number;
  readonly retentionGPerG: number;
}
