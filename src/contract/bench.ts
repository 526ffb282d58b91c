import type { Basket, Factors, SprayMode } from "#core/brew";
import type { CurvePoint, Dial, MatchedPair } from "#core/grind";
import type { Recipe } from "#core/recipe";
import type { BrewWaterLattice } from "#core/sheet";
import type { Aspect } from "./aspects.ts";
import type { Figures, ThingKind } from "./fields.ts";
import type { HouseSettings } from "./house.ts";
import type { RecipeState } from "./recipeKinds.ts";
import type { Standard } from "./standard.ts";

/** A site's equipment, and the house's coffees, cups and settings. */
export interface Equipment {
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
  readonly cups: readonly OnBench<"cup">[];
}

/** A grinder that grinds otherwise at one setting since some batch. */
export interface KeptMove {
  /** When the first batch so was brewed, ISO. */
  readonly at: string;
  /** Size over the one before; below 1 is finer. */
  readonly share: number;
  /** The dial's curve that it moved away from. */
  readonly curveVersion: number;
}

/** The house's lessons beyond the model. */
export interface Learned {
  /** Factors of each brewer's and grinder's pair, fitted to a cup or to the log. */
  readonly fits: readonly (Required<Factors> & {
    readonly brewerId: string;
    readonly grinderId: string;
    /** The version whose cup they were fitted to; null where they are the log's. */
    readonly versionId: string | null;
    /** Batches of the log that they were fitted to; 0 for a cup. */
    readonly batches: number;
    /** The grinder's moves as its batches on this brewer tell them, the oldest first. */
    readonly moves: readonly KeptMove[];
  })[];
  /** The site's approved batches in force. */
  readonly standards: readonly Standard[];
}

/** All that a sheet is worked out with at a site: equipment, recipes and what was learned, as of one moment. */
export interface Bench extends Equipment, Learned {
  /** The day at the site, ISO: a coffee ages. */
  readonly today: string;
  /** Of its three parts together; more with every change of one. */
  readonly revision: number;
  readonly recipes: readonly BenchRecipe[];
}

/** Fields of the bench's things that no sheet is worked out with, or that stand on the bench in another form. */
export const OFF_THE_BENCH = {
  vessel: [],
  brewer: [
    "shape",
    "topDiameterMm",
    "bottomDiameterMm",
    "heightMm",
    "filterId",
    "minSettingG",
    "maxSettingG",
    "stepG",
  ],
  grinder: ["dialMin", "dialMax", "dialStep", "higherIs"],
  ice: [],
  coffee: ["process", "pricePerKg", "lowStockG", "note"],
  cup: ["name"],
} as const satisfies { readonly [kind in ThingKind]?: readonly string[] };
export type BenchKind = keyof typeof OFF_THE_BENCH;

/** A thing as the bench has it: every other field of its kind. */
export type OnBench<Kind extends BenchKind> = Omit<Figures<Kind>, (typeof OFF_THE_BENCH)[Kind][number]> & {
  readonly id: string;
};

/** A thing with what of it is only typical, not measured here. */
type Measured<Kind extends BenchKind> = OnBench<Kind> & { readonly typical: readonly Aspect[] };

export interface BenchBrewer extends Measured<"brewer"> {
  readonly filter: Pick<Figures<"filter">, "name" | "material" | "drag">;
  /** Null where nobody has measured it. */
  readonly basket: Basket | null;
  /** How it sprays; empty where nobody weighed it. */
  readonly sprays: readonly SprayMode[];
  readonly lattice: Required<BrewWaterLattice>;
}

export interface BenchVessel extends Measured<"vessel"> {
  /** How fast it cools: Newton's rate per second, as it was read off at about its working fill; null where nobody did. */
  readonly coolingPerS: number | null;
}

export interface BenchGrinder extends Measured<"grinder">, Dial {
  /** Its newest curve; empty where there is none. */
  readonly curve: readonly CurvePoint[];
  /** Null where there is none. */
  readonly curveVersion: number | null;
}

export type BenchIce = OnBench<"ice">;

export type BenchCoffee = Measured<"coffee">;

/** A recipe by the version that counts, with the basket and the grinder that it was brewed with. */
export interface BenchRecipe extends Recipe {
  readonly recipeId: string;
  readonly versionId: string;
  readonly name: string;
  readonly version: number;
  /** When this version was written, ISO: its setting is of its grinder as that ground then. */
  readonly madeAt: string;
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
