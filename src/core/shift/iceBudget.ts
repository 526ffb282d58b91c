/** What an ice source holds and makes; null where nobody noted it. */
export interface IceSupply {
  readonly storeKg: number | null;
  readonly kgPerDay: number | null;
}

export interface IceBudget {
  /** What can be drawn in a day's service, from a full bin on, g. */
  readonly drawnG: number;
  /** What is left of it for other drinks; below 0 it is short by as much, and that is frozen ahead. */
  readonly spareG: number;
}

/** A bin is full when the house opens, and makes ice while it is open. */
const OPEN_H = 10;
const H_PER_DAY = 24;
const G_PER_KG = 1000;

/** A day's ice against its source: full store and what is made in ten hours; undefined where neither is known. */
export function iceBudget(needG: number, { storeKg, kgPerDay }: IceSupply): IceBudget | undefined {
  if (storeKg === null && kgPerDay === null) return undefined;
  const drawnG = G_PER_KG * ((storeKg ?? 0) + ((kgPerDay ?? 0) * OPEN_H) / H_PER_DAY);
  return { drawnG, spareG: drawnG - needG };
}
