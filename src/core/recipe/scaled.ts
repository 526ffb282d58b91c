import {
  type BrewInput,
  forecastBrew,
  handPours,
  type Resized,
  type Rhythm,
  type RhythmPour,
  rescaled,
  type SprayMode,
  startOf,
  waterOf,
} from "#core/brew";

/** The bed of a rhythm: all of a brew but its water. */
export type Bed = Omit<BrewInput, "pours">;

/** Change that scaling made to a rhythm, to be said. */
export type RhythmChange =
  | { readonly code: "bloomKept"; readonly multiple: number; readonly fromG: number; readonly toG: number }
  /** The bloom alone would be all the water: every pour keeps its share instead. */
  | { readonly code: "bloomShared"; readonly fromG: number; readonly toG: number }
  | { readonly code: "sharesKept"; readonly fromG: number; readonly toG: number }
  | { readonly code: "timesStretched"; readonly by: number; readonly fromS: number; readonly toS: number }
  /** No forecast holds the two brews together: the times go by the water per gram of coffee. */
  | { readonly code: "timesByWater" }
  | { readonly code: "recutToIced"; readonly hotG: number; readonly iceG: number }
  | { readonly code: "sprayed"; readonly pulses: number; readonly bloomPct: number; readonly bloomS: number };

export interface ScaledRhythm<Poured extends RhythmPour = RhythmPour> {
  readonly rhythm: Rhythm<Poured>;
  /** As forecast; undefined where the brew cannot be forecast. */
  readonly brewTimeS: number | undefined;
  readonly changes: readonly RhythmChange[];
}

const LEAST_STRETCH = 0.3;
const MOST_STRETCH = 4;
const STRETCH_TOLERANCE = 0.005;

/**
 * How much slower a hand pours at another size so that the whole brew is stretched as its draw-down is: the root of
 * T(s) − (wait + s · (T₀ − wait)), with T the forecast brew time of the rhythm poured s times slower and T₀ the
 * source's. Bisection between 0.3 and 4, to 0.005.
 *
 * @returns undefined where a brew cannot be forecast, or no stretch in that bracket does
 */
export function stretchFor(rhythm: Rhythm, from: Bed, to: Bed, resized: Resized): number | undefined {
  const source = forecastBrew({ ...from, pours: handPours(rhythm) });
  if (!source.ok) return undefined;
  const waitS = rhythm.blooms ? (startOf(rhythm.pours[1]) ?? 0) : 0;
  const late = (stretch: number) => {
    const brew = forecastBrew({ ...to, pours: handPours(rescaled(rhythm, { ...resized, stretch })) });
    return brew.ok ? brew.value.brewTimeS - (waitS + stretch * (source.value.brewTimeS - waitS)) : undefined;
  };
  let [low, high] = [LEAST_STRETCH, MOST_STRETCH];
  const [first, last] = [late(low), late(high)];
  if (first === undefined || last === undefined || !(first >= 0 && last <= 0)) return undefined;
  while (high - low > STRETCH_TOLERANCE) {
    const middle = (low + high) / 2;
    const at = late(middle);
    if (at === undefined) return undefined;
    if (at > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

interface ScalingInput<Poured extends RhythmPour> {
  readonly rhythm: Rhythm<Poured>;
  /** Undefined where its basket or its grind is not known. */
  readonly from: Bed | undefined;
  readonly to: Bed | undefined;
  readonly doseG: number;
  /** Hot, through the bed, g */
  readonly waterG: number;
  /** In the server, where the source had none. */
  readonly iceG?: number | undefined;
}

/** A hand recipe at another dose, in another bed or over ice: its rhythm, and in codes what was changed. */
export function scaledRhythm<Poured extends RhythmPour>(input: ScalingInput<Poured>): ScaledRhythm<Poured> {
  const { rhythm, from, to, doseG, waterG, iceG = 0 } = input;
  const changes: RhythmChange[] = [];
  const sourceG = waterOf(rhythm);
  const stretch = from && to && stretchFor(rhythm, from, to, { doseG, waterG });
  const next = rescaled(rhythm, { doseG, waterG, stretch });
  const brew = to && forecastBrew({ ...to, pours: handPours(next) });
  const brewTimeS = brew?.ok ? brew.value.brewTimeS : undefined;
  if (iceG > 0) changes.push({ code: "recutToIced", hotG: waterG, iceG });
  if (rhythm.blooms && rhythm.pours.length > 1) {
    const [fromG, toG] = [rhythm.pours[0]!.toG, next.pours[0]!.toG];
    const multiple = fromG / rhythm.doseG;
    const fitsTheWater = multiple * doseG < waterG;
    changes.push(
      fitsTheWater ? { code: "bloomKept", multiple, fromG, toG } : { code: "bloomShared", fromG, toG },
    );
  }
  if (sourceG !== waterG) changes.push({ code: "sharesKept", fromG: sourceG, toG: waterG });
  if (stretch === undefined) changes.push({ code: "timesByWater" });
  else if (brewTimeS !== undefined) {
    const source = forecastBrew({ ...from!, pours: handPours(rhythm) });
    if (source.ok)
      changes.push({ code: "timesStretched", by: stretch, fromS: source.value.brewTimeS, toS: brewTimeS });
  }
  return { rhythm: next, brewTimeS, changes };
}

/**
 * A hand's rhythm as a spray programme: the bloom's share and pause, a pulse for each pour after it, and the rate
 * that spreads them over the same stretch of time.
 *
 * @param scaled the rhythm at the batch's own dose and water
 */
export function asSpray(scaled: Rhythm): SprayMode {
  const { pours, blooms } = scaled;
  const waterG = waterOf(scaled);
  const bloomG = blooms && pours.length > 1 ? pours[0]!.toG : 0;
  const after = bloomG > 0 ? pours.slice(1) : pours;
  const asPoured = handPours(scaled);
  const [first, last] = [startOf(after[0]) ?? 0, startOf(after.at(-1)) ?? 0];
  const lastPour = asPoured.at(-1)!;
  const endS = last + lastPour.waterG / lastPour.rateGPerS;
  const rateGPerS = (waterG - bloomG) / Math.max(1, endS - first);
  return {
    upToG: waterG,
    rateGPerS,
    bloomPct: (100 * bloomG) / waterG,
    // The pause begins when the bloom's own water is in.
    bloomS: bloomG > 0 ? Math.max(0, first - bloomG / rateGPerS) : 0,
    pulses: after.length,
  };
}
