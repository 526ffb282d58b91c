import { HOT_COFFEE_G_PER_ML } from "#core/ice";
import type { Serve, SheetInput } from "./types.ts";

/** The working fill of a vessel that was not measured, as a share of its brim's volume. */
const WORKING_SHARE = 0.95;

/** Density of the finished beverage, g/ml. */
export function beverageGPerMl({ serve }: Pick<SheetInput, "serve">): number {
  return serve === "hot" ? HOT_COFFEE_G_PER_ML : 1;
}

/** The fill that a vessel is used with, g of this beverage; Infinity without a vessel. */
export function workingFillG(input: SheetInput): number {
  if (!input.vessel) return Infinity;
  return input.vessel.workingG ?? WORKING_SHARE * input.vessel.brimG * beverageGPerMl(input);
}

export interface Cup {
  /** To the brim, ml. */
  readonly volumeMl: number;
  /** The coffee that is poured into it, g; null where it is filled to the brim. */
  readonly fillG: number | null;
  readonly serve: Serve;
}

/** Cups that a beverage fills; not a whole number. */
export function cupsFrom(beverageG: number, { volumeMl, fillG, serve }: Cup): number {
  return beverageG / (fillG ?? volumeMl * beverageGPerMl({ serve }));
}

/**
 * A beverage shared out alike into cups of one kind: into the number that comes nearest to a usual fill, or one cup more
 * where that would run over.
 *
 * @param beverageG above 0
 * @returns how many cups, and g in each; undefined where it does not half fill one
 */
export function sharedOut(
  beverageG: number,
  cup: Cup,
): { readonly count: number; readonly eachG: number } | undefined {
  const nearest = Math.round(cupsFrom(beverageG, cup));
  if (nearest < 1) return undefined;
  const fits = beverageG / nearest <= cup.volumeMl * beverageGPerMl(cup);
  const count = fits ? nearest : nearest + 1;
  return { count, eachG: beverageG / count };
}
