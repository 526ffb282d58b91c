import type { Liquid } from "./equilibrium.ts";

/** Hot beverage that arrives evenly between two times, or at once where they are one. */
export interface Arrival extends Liquid {
  /** s, not before the end of the arrival before it. */
  readonly fromS: number;
  readonly untilS: number;
  /** % by mass. */
  readonly strengthPct: number;
}

/** What of an arrival comes after one time and up to another, g; one that comes at once is there at the second. */
export function massOf({ fromS, untilS, massG }: Arrival, afterS: number, upToS: number): number {
  if (untilS === fromS) return afterS < fromS && fromS <= upToS ? massG : 0;
  const overlapS = Math.min(untilS, upToS) - Math.max(fromS, afterS);
  return overlapS > 0 ? (massG * overlapS) / (untilS - fromS) : 0;
}

/** All arrivals as one liquid: their masses together, at the temperature of their heat. */
export function atOnce(arrivals: readonly Liquid[]): Liquid {
  const massG = arrivals.reduce((sum, each) => sum + each.massG, 0);
  const heat = arrivals.reduce((sum, each) => sum + each.massG * each.tempC, 0);
  return { massG, tempC: massG > 0 ? heat / massG : 0 };
}

/** A brew's drip over time, as its forecast has it: lists of one length. */
export interface Drip {
  /** Since the first water, s, rising. */
  readonly timeS: readonly number[];
  /** Dripped so far, g, and its strength, %. */
  readonly yieldG: readonly number[];
  readonly strengthPct: readonly number[];
  readonly slurryTempC: readonly number[];
}

/** What of a drip goes into the server, as a sheet counts it. */
export interface Dripped {
  /** All that drips, g, and its mean temperature and strength. */
  readonly massG: number;
  readonly tempC: number;
  readonly strengthPct: number;
  /** The first of it is kept apart, g. */
  readonly apartG: number;
}

/**
 * A forecast's drip as arrivals, brought to a sheet's own mass, heat and solids: amounts and strengths in proportion,
 * temperatures by one difference. The first of it, which is kept apart, is told by itself.
 *
 * @param drip at least two points, the last one with a yield above 0
 */
export function arrivalsOf(
  drip: Drip,
  { massG, tempC, strengthPct, apartG }: Dripped,
): { readonly arrives: readonly Arrival[]; readonly apart: Omit<Arrival, "fromS" | "untilS"> } {
  const { timeS, yieldG, slurryTempC } = drip;
  const lastG = yieldG.at(-1)!;
  const solidsAt = (i: number) => (i < 0 ? 0 : yieldG[i]! * drip.strengthPct[i]!);
  const amounts = massG / lastG;
  const strengths = (strengthPct * lastG) / solidsAt(yieldG.length - 1);
  const parts = yieldG.flatMap((sofarG, i) => {
    const beforeG = i === 0 ? 0 : yieldG[i - 1]!;
    const partG = sofarG - beforeG;
    return partG > 0
      ? [
          {
            fromS: i === 0 ? 0 : timeS[i - 1]!,
            untilS: timeS[i]!,
            massG: partG * amounts,
            tempC: slurryTempC[i]!,
            strengthPct: (strengths * (solidsAt(i) - solidsAt(i - 1))) / partG,
          },
        ]
      : [];
  });
  const cooler = tempC - atOnce(parts).tempC;
  const arrives: Arrival[] = [];
  let [apart, apartSolids, apartHeat] = [0, 0, 0];
  for (const part of parts) {
    const toApartG = Math.min(part.massG, apartG - apart);
    apart += toApartG;
    apartSolids += toApartG * part.strengthPct;
    apartHeat += toApartG * (part.tempC + cooler);
    const massLeftG = part.massG - toApartG;
    if (massLeftG > 0) {
      const fromS = part.untilS - ((part.untilS - part.fromS) * massLeftG) / part.massG;
      arrives.push({ ...part, fromS, massG: massLeftG, tempC: part.tempC + cooler });
    }
  }
  return {
    arrives,
    apart: {
      massG: apart,
      tempC: apart > 0 ? apartHeat / apart : 0,
      strengthPct: apart > 0 ? apartSolids / apart : 0,
    },
  };
}
