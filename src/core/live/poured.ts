import type { Pour } from "#core/brew";
import type { Reading } from "#core/weighing";

/** Readings of so many seconds are one pour. */
const SEGMENT_S = 4;
/** A scale's own wobble is no pour, g. */
const WOBBLE_G = 1.5;

/**
 * Pours as they were really poured, by a scale under the brewer, and those that are still to come as they were planned.
 *
 * @param poured readings of all water so far, in order of time
 * @param nowS since the first water
 */
export function pouredSoFar(
  planned: readonly Pour[],
  poured: readonly Reading[],
  nowS: number,
): readonly Pour[] {
  const done = segments(poured, nowS);
  const doneG = done.reduce((sum, { waterG }) => sum + waterG, 0);
  const rest: Pour[] = [];
  let beforeG = 0;
  for (const pour of planned) {
    const afterG = beforeG + pour.waterG;
    const leftG = afterG - Math.max(beforeG, doneG);
    if (leftG > WOBBLE_G) {
      const isBegun = doneG > beforeG + WOBBLE_G;
      if (isBegun || ("atS" in pour && pour.atS < nowS))
        rest.push({ atS: nowS, waterG: leftG, rateGPerS: pour.rateGPerS });
      else rest.push({ ...pour, waterG: leftG });
    }
    beforeG = afterG;
  }
  return [...done, ...spacedOut(rest)];
}

function segments(poured: readonly Reading[], nowS: number): readonly Pour[] {
  const pours: Pour[] = [];
  let [fromS, fromG] = [0, 0];
  for (const { atS, massG } of poured) {
    if (atS > nowS || (atS - fromS < SEGMENT_S && atS < nowS)) continue;
    const waterG = massG - fromG;
    if (waterG > WOBBLE_G && atS > fromS) {
      pours.push({ atS: fromS, waterG, rateGPerS: waterG / (atS - fromS) });
      fromG = massG;
    }
    fromS = atS;
  }
  return pours;
}

/** A pour that is late moves those behind it, so that none begins before the one before has ended. */
function spacedOut(pours: readonly Pour[]): readonly Pour[] {
  let endsS = 0;
  return pours.map((pour) => {
    if (!("atS" in pour)) {
      endsS = 0;
      return pour;
    }
    const atS = Math.max(pour.atS, endsS);
    endsS = atS + pour.waterG / pour.rateGPerS;
    return { ...pour, atS };
  });
}
