import type { IceBudget } from "#core/shift";

const FROZEN_BY_G = 100;

interface BudgetPrinters {
  readonly mass: (massG: number) => string;
  /** A time of the day, of minutes since midnight. */
  readonly clock: (min: number) => string;
}

/** Whether a day's ice is there, by the hour, and what to do where it is not. */
export function iceBudgetSentences(
  { needG, emptyMin, shortG, leftG }: IceBudget,
  aheadG: number,
  print: BudgetPrinters,
): readonly string[] {
  const whole = (massG: number) => print.mass(Math.round(massG));
  if (shortG > 0) {
    return [
      `Short by ${whole(shortG)} of the ${whole(needG)} that these take: the bin is empty at ${print.clock(emptyMin ?? 0)}.`,
      `Freeze ${print.mass(aheadFor({ shortG }, aheadG))} ahead, brew fewer, or begin later.`,
    ];
  }
  if (emptyMin !== undefined) {
    return [
      `The bin is empty at ${print.clock(emptyMin)}, and what was frozen ahead covers the rest of the ${whole(needG)} that these take.`,
    ];
  }
  return [`The ${whole(needG)} that these take are there; ${whole(leftG)} are left in the bin at the end.`];
}

/** Ice to freeze ahead in all, g, in tenths of a kilogram. */
export function aheadFor({ shortG }: Pick<IceBudget, "shortG">, aheadG: number): number {
  return Math.ceil((aheadG + shortG) / FROZEN_BY_G) * FROZEN_BY_G;
}
