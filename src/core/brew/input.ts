import type { Basket, DoseOverBasket } from "./basket.ts";
import type { Pour } from "./pours.ts";

/** A brew before the water runs. */
export interface BrewInput {
  /** g, above 0 */
  readonly doseG: number;
  /** Median diameter, µm, 50 to 3000 */
  readonly grindUm: number;
  /** At the bed, °C, 40 to 100 */
  readonly waterTempC: number;
  /** In their order; none begins before the one before has ended. */
  readonly pours: readonly Pour[];
  readonly basket: Basket;
  /** Liquid retained, g per g of dose, net of what dissolves. */
  readonly retentionGPerG?: number | undefined;
  readonly coffee?: { readonly densityGPerMl?: number | undefined } | undefined;
  /** The house's own, 1 where nothing is known. */
  readonly factors?: Factors | undefined;
  /** A bed that clogs while it brews: from a time on its permeability falls to a share of what it was. */
  readonly clogs?: Clogging | undefined;
  readonly resolution?: Resolution | undefined;
}

/** Fines or a sealed paper that close a bed. */
export interface Clogging {
  /** From the first water, s. */
  readonly fromS: number;
  /** Until it has fallen all the way, s, above 0. */
  readonly overS: number;
  /** Of its permeability, what is left; above 0. */
  readonly share: number;
}

/** Factors of a brewer and a grinder together: how freely water runs, how readily coffee gives. */
export interface Factors {
  /** Times the model's, above 0; a paper twice as slow is 0.5. */
  readonly permeability?: number | undefined;
  readonly extraction?: number | undefined;
}

export interface Resolution {
  /** Of the bed, from 1 */
  readonly layers?: number | undefined;
  /** s, above 0 */
  readonly stepS?: number | undefined;
}

export type BrewFailure =
  | DoseOverBasket
  /** Fewer grains on top of each other than make a bed. */
  | { readonly code: "bedTooThin"; readonly bedDepthMm: number; readonly grindUm: number }
  | { readonly code: "bedHoldsAllWater"; readonly ratio: number; readonly retentionGPerG: number }
  /** A pour's time comes before the pour before it has ended; counted from 0. */
  | { readonly code: "poursOverlap"; readonly pour: number }
  /** The bed still drips after an hour: ground too fine for this depth, or poured too slowly. */
  | { readonly code: "neverDrains"; readonly afterS: number };

export const USUAL_LAYERS = 16;
export const USUAL_STEP_S = 0.5;
