import { drawnCount, seeded } from "#core/random";
import type { Serve } from "#core/sheet";

/** Cups of one kind, as a till sells them. */
export interface TillSale {
  /** As the coffee is named on the bench. */
  readonly coffee: string;
  readonly serve: Serve;
  readonly cupMl: number;
  readonly count: number;
}

/** A till. A real one sends its sales by itself, or is asked; whoever uses it sees only this. */
export interface Till {
  readonly name: string;
  /** What it sells in a stretch of the day, minutes of it; a stretch is asked for once. */
  readonly soldIn: (fromMin: number, toMin: number) => readonly TillSale[];
}

/** What guests ask of a till. */
export interface TillDemand extends Omit<TillSale, "count"> {
  /** By quarter of an hour of the day, cups. */
  readonly cups: readonly number[];
  /** Variance to mean of counts; 1 for guests who come by themselves. */
  readonly varianceToMean: number;
}

const QUARTER_MIN = 15;

/** A till at which as many guests buy as are asked for, surges and all, scattered as the house's own are. */
export function simulatedTill(demand: readonly TillDemand[], seed: number): Till {
  const random = seeded(seed);
  return {
    name: "simulated till",
    soldIn: (fromMin, toMin) =>
      demand.flatMap(({ cups, varianceToMean, ...product }) => {
        const count = drawnCount(cupsIn(cups, fromMin, toMin), Math.max(1, varianceToMean), random.share());
        return count > 0 ? [{ ...product, count }] : [];
      }),
  };
}

/** Cups that are asked for in a stretch of the day; a quarter's are spread evenly over it. */
function cupsIn(cups: readonly number[], fromMin: number, toMin: number): number {
  return cups.reduce((sum, each, quarter) => {
    const begins = quarter * QUARTER_MIN;
    const within = Math.min(toMin, begins + QUARTER_MIN) - Math.max(fromMin, begins);
    return sum + (each * Math.max(0, within)) / QUARTER_MIN;
  }, 0);
}
