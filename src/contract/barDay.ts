import type { PourReason } from "#core/bar";
import type { CareDue } from "#core/measure";
import type { CARE_KINDS } from "./aspects.ts";

/** A task of care as its line is drawn. */
export interface CareLine {
  readonly id: string;
  readonly name: string;
  readonly kind: (typeof CARE_KINDS)[number];
  readonly note: string;
  readonly due: CareDue;
  /** When it was done last, and by whom, as it is read. */
  readonly done: string | undefined;
}

/** What a shift closes with, beside its pots. */
export interface BarDay {
  /** Tasks that are due. */
  readonly care: readonly CareLine[];
  /** Coffee that was poured away today, g, by its reason. */
  readonly poured: readonly { readonly reason: PourReason | "filledOver"; readonly restG: number }[];
  /** Beans in stock, g, of the coffees whose stock is counted. */
  readonly stock: readonly { readonly id: string; readonly name: string; readonly stockG: number }[];
}
