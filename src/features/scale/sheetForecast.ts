import type { CardForecast } from "#scaling/cards";
import type { ScaleState } from "#scaling/choice";

/** The forecast of the sheet at its setting, for the ribbon and the card. */
export interface SheetForecast extends CardForecast {
  /** Eight in ten lie within; undefined until they are sampled. */
  readonly ranges:
    | { readonly [name in "brewTimeS" | "strengthPct" | "extractionPct"]: readonly [number, number] }
    | undefined;
  /** The sheet that it is of; undefined while it is of an older one than what stands below the ribbon. */
  readonly of: ScaleState | undefined;
}
