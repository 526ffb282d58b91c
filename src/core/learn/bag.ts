/** Properties of a bag of coffee that move the grind, beside its bed's depth. */
export interface Bag {
  /** Dry bulk density, g/ml, usual 0.30 to 0.42. */
  readonly densityGPerMl: number;
  readonly roast: "light" | "medium" | "dark";
  /** Null where nobody noted the roast date. */
  readonly daysSinceRoast: number | null;
}

/*
 * Rules of thumb, in units of a dial of 24, counted towards coarser. Each is as unsure as half of itself: they only
 * say where to begin with a coffee of which the house has approved nothing yet.
 */
/** A denser bean gives more slowly; usual −1 to 0 per 0.05 g/ml. */
const UNITS_PER_DENSITY = -0.5 / 0.05;
/** Each step darker gives more readily and breaks finer; usual 0 to 1. */
const UNITS_PER_ROAST = 0.4;
/** As gas leaves a roast, water runs faster and takes less; usual −0.3 to 0 per week. */
const UNITS_PER_DAY = -0.15 / 7;
/** Sooner and later than this, days change little. */
const SETTLED_DAYS = { from: 5, to: 45 };
const USUAL_DENSITY = 0.4;
const ROAST_STEPS = { light: -1, medium: 0, dark: 1 } as const;
/** How far two bags of one coffee lie apart on the dial beyond what is noted of them; usual 0.2 to 0.5. */
const BAG_SD_UNITS = 0.3;
const UNSURE_SHARE = 0.5;

/** A bag's own part of its setting on a dial of 24, coarser is more; null days count as settled. */
export function bagUnits(bag: Bag): number {
  const { density, roast, age } = partsOf(bag);
  return density + roast + age;
}

function partsOf({ densityGPerMl, roast, daysSinceRoast }: Bag) {
  const days = Math.min(SETTLED_DAYS.to, Math.max(SETTLED_DAYS.from, daysSinceRoast ?? SETTLED_DAYS.from));
  return {
    density: UNITS_PER_DENSITY * (densityGPerMl - USUAL_DENSITY),
    roast: UNITS_PER_ROAST * ROAST_STEPS[roast],
    age: UNITS_PER_DAY * (days - SETTLED_DAYS.from),
  };
}

export interface BagShift {
  /** Units of a dial of 24, coarser is more. */
  readonly units: number;
  /** Its standard deviation. */
  readonly sdUnits: number;
}

/** How far another bag of a coffee moves its setting beside what the bed's depth does, and how surely. */
export function bagShift(from: Bag, to: Bag): BagShift {
  const [old, next] = [partsOf(from), partsOf(to)];
  const moves = (["density", "roast", "age"] as const).map((part) => next[part] - old[part]);
  const unsure = moves.map((units) => UNSURE_SHARE * units);
  return {
    units: moves.reduce((sum, units) => sum + units, 0),
    sdUnits: Math.hypot(BAG_SD_UNITS, ...unsure),
  };
}
