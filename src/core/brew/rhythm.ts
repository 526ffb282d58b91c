import { type Pour, type PourStart, startOf } from "./pours.ts";

/** How fast a pour runs: at a rate, or so that it has reached its total by a time. */
export type Pace = { readonly gPerS: number } | { readonly byS: number };

/** A pour as a hand brew is written down: what the scale shows when it ends. */
export interface RhythmPour {
  /** Running total, g, above that of the pour before. */
  readonly toG: number;
  readonly start: PourStart;
  /** Null where nobody wrote it down: a kettle's usual one. */
  readonly pace: Pace | null;
}

/** A hand brew's water in its time; the first pour begins at 0 s. */
export interface Rhythm<Poured extends RhythmPour = RhythmPour> {
  /** g, above 0 */
  readonly doseG: number;
  /** The first pour wets the bed and waits. */
  readonly blooms: boolean;
  readonly pours: readonly Poured[];
}

/** A kettle's stream, g/s; usual 4 to 8. */
export const KETTLE_G_PER_S = 6;

/** Of the time until the next pour at most so much is poured: a kettle is put down in between. */
const POURED_SHARE = 0.9;

/** All its water, g. */
export function waterOf({ pours }: Pick<Rhythm, "pours">): number {
  return pours.at(-1)?.toG ?? 0;
}

/** A hand recipe's water, as the forecast takes it. */
export function handPours({ pours }: Pick<Rhythm, "pours">): readonly Pour[] {
  return pours.map((pour, i) => {
    const waterG = pour.toG - (pours[i - 1]?.toG ?? 0);
    return { ...pour.start, waterG, rateGPerS: rateOf(pour, waterG, startOf(pours[i + 1])) };
  });
}

/** An unwritten pace is the kettle's, or faster where the next pour comes sooner. */
function rateOf(pour: RhythmPour, waterG: number, nextS: number | undefined): number {
  const { pace } = pour;
  const atS = startOf(pour);
  if (pace && "gPerS" in pace) return pace.gPerS;
  const untilS = pace ? pace.byS : nextS;
  if (atS === undefined || untilS === undefined || !(untilS > atS)) return KETTLE_G_PER_S;
  if (pace) return waterG / (untilS - atS);
  return Math.max(KETTLE_G_PER_S, waterG / (POURED_SHARE * (untilS - atS)));
}

export interface Resized {
  readonly doseG: number;
  readonly waterG: number;
  /** Times after the bloom's wait go so much slower; where it is not given, as the water per gram of coffee. */
  readonly stretch?: number | undefined;
}

/**
 * The same hand at another dose and water. The bloom keeps its multiple of the dose and its wait; what follows keeps
 * its shares of the remaining water, and its times in proportion. Where the bloom would leave no water for the rest,
 * every pour keeps its share of all.
 */
export function rescaled<Poured extends RhythmPour>(
  rhythm: Rhythm<Poured>,
  { doseG, waterG, stretch }: Resized,
): Rhythm<Poured> {
  const { blooms, pours } = rhythm;
  const sourceG = waterOf(rhythm);
  const dose = doseG / rhythm.doseG;
  const sourceBloomG = blooms && pours.length > 1 ? pours[0]!.toG : 0;
  const fits = sourceBloomG * dose < waterG;
  const fromG = fits ? sourceBloomG : 0;
  const rest = (waterG - fromG * dose) / (sourceG - fromG);
  const slower = stretch ?? rest / dose;
  const waitS = sourceBloomG > 0 ? (startOf(pours[1]) ?? 0) : 0;
  const timeOf = (atS: number) => (atS <= waitS ? atS : waitS + (atS - waitS) * slower);
  return {
    doseG,
    blooms,
    pours: pours.map((pour, i) => {
      const { toG, start, pace } = pour;
      const isBloom = i === 0 && sourceBloomG > 0;
      const more = isBloom && fits ? dose : rest;
      return {
        ...pour,
        toG: toG === sourceG ? waterG : toG <= fromG ? toG * dose : fromG * dose + (toG - fromG) * rest,
        start: "atS" in start ? { atS: timeOf(start.atS) } : start,
        pace:
          pace &&
          ("gPerS" in pace
            ? { gPerS: (pace.gPerS * more) / (isBloom ? 1 : slower) }
            : { byS: timeOf(pace.byS) }),
      };
    }),
  };
}

/** A hand's usual rhythm, where the recipe was not poured by hand: a bloom of twice the dose, and two pours. */
export function usualRhythm(): Rhythm {
  return {
    doseG: 15,
    blooms: true,
    pours: [
      { toG: 30, start: { atS: 0 }, pace: null },
      { toG: 135, start: { atS: 40 }, pace: null },
      { toG: 240, start: { atS: 80 }, pace: null },
    ],
  };
}
