import type { IceBudget } from "#core/shift";

const MIN_PER_H = 60;
const FROZEN_BY_G = 100;

/** A time of the day. */
export function clockWords(min: number): string {
  return `${String(Math.floor(min / MIN_PER_H)).padStart(2, "0")}:${String(min % MIN_PER_H).padStart(2, "0")}`;
}

/** Whether a day's ice is there, by the hour, and what to do where it is not. */
export function iceBudgetSentences(
  { needG, emptyMin, shortG, leftG }: IceBudget,
  aheadG: number,
  print: (massG: number) => string,
): readonly string[] {
  const whole = (massG: number) => print(Math.round(massG));
  if (shortG > 0) {
    return [
      `Short by ${whole(shortG)} of the ${whole(needG)} that these take: the bin is empty at ${clockWords(emptyMin ?? 0)}.`,
      `Freeze ${print(aheadFor({ shortG }, aheadG))} ahead, brew fewer, or begin later.`,
    ];
  }
  if (emptyMin !== undefined) {
    return [
      `The bin is empty at ${clockWords(emptyMin)}, and what was frozen ahead covers the rest of the ${whole(needG)} that these take.`,
    ];
  }
  return [`The ${whole(needG)} that these take are there; ${whole(leftG)} are left in the bin at the end.`];
}

/** Ice to freeze ahead in all, g, in tenths of a kilogram. */
export function aheadFor({ shortG }: Pick<IceBudget, "shortG">, aheadG: number): number {
  return Math.ceil((aheadG + shortG) / FROZEN_BY_G) * FROZEN_BY_G;
}
