/** Pots whose beverage lies this close are one size: a rounded dose and a setting's step do not make another. */
const SAME_SIZE_SHARE = 0.05;

/** Whether two amounts of beverage, g, are one size of pot. */
export function sameSize(aG: number, bG: number): boolean {
  return Math.abs(Math.log(aG / bG)) <= Math.log1p(SAME_SIZE_SHARE);
}
