import fc from "fast-check";
import { TEXTURES } from "#core/grind";
import { AGITATIONS, HAND_ACTS, MOMENTS, type Recipe, SERVICES, WHERES } from "#core/recipe";

const tenths = (min: number, max: number) => fc.integer({ min: 10 * min, max: 10 * max }).map((n) => n / 10);
const words = fc.string({ unit: "grapheme", maxLength: 40 });

const pace = fc.option(
  fc.oneof(
    fc.record({ gPerS: tenths(1, 20) }),
    fc.record({ share: fc.double({ min: 0.2, max: 1, noNaN: true }) }),
  ),
  { nil: null },
);

/** Sound hand recipes of all kinds: timed, dropped and drained pours, hot and iced, with and without their cup. */
export const soundRecipe: fc.Arbitrary<Recipe> = fc
  .record({
    doseG: tenths(8, 60),
    ratio: tenths(12, 20),
    blooms: fc.boolean(),
    pours: fc.array(
      fc.record({
        share: fc.double({ min: 0.1, max: 1, noNaN: true }),
        waitS: fc.integer({ min: 40, max: 120 }),
        start: fc.constantFrom("time", "time", "time", "drop", "drained"),
        pace,
        where: fc.constantFrom(...WHERES),
        agitation: fc.constantFrom(...AGITATIONS),
      }),
      { minLength: 2, maxLength: 8 },
    ),
    iceShare: fc.constantFrom(0, 0, 0.3, 0.4),
    ground: fc.oneof(
      fc.record({ dialSetting: tenths(0, 60) }),
      fc.record({ texture: fc.constantFrom(...TEXTURES) }),
    ),
    ranged: fc.boolean(),
    cup: fc.boolean(),
    steps: fc.array(
      fc.record({
        when: fc.constantFrom(...MOMENTS),
        atS: fc.integer({ min: 0, max: 300 }),
        act: fc.constantFrom(...HAND_ACTS),
        note: words,
        staysG: fc.option(tenths(0, 50), { nil: null }),
      }),
      { maxLength: 4 },
    ),
    rest: fc.record({
      ratioBasis: fc.constantFrom("poured" as const, "cup" as const),
      waterTempC: tenths(60, 99),
      siftLossPct: tenths(0, 20),
      rinsed: fc.boolean(),
      filterNote: words,
      taste: words,
      origin: words,
      services: fc.uniqueArray(fc.constantFrom(...SERVICES)),
      strengthPct: fc.option(tenths(1, 3), { nil: null }),
      dilutionG: fc.constantFrom(0, 0, 40),
    }),
  })
  .map(({ doseG, ratio, blooms, pours, iceShare, ground, ranged, cup, steps, rest }) => {
    const waterG = doseG * ratio * (1 - iceShare);
    const whole = pours.reduce((sum, { share }) => sum + share, 0);
    let [toG, atS, timed] = [0, -pours[0]!.waitS, true];
    const poured = pours.map(({ share, waitS, start, pace: asked, where, agitation }, i) => {
      const amountG = (waterG * share) / whole;
      toG = i === pours.length - 1 ? waterG : toG + amountG;
      atS += waitS;
      timed = i === 0 || start === "time";
      const runs =
        asked === null || "gPerS" in asked
          ? // Faster than the shortest wait, so that no pour runs into the next.
            asked && { gPerS: Math.max(asked.gPerS, amountG / 35) }
          : timed
            ? { byS: atS + 38 * asked.share }
            : null;
      const begins = timed ? { atS } : start === "drop" ? { afterDropMm: 6 } : { whenDrained: true as const };
      return { toG, start: begins, pace: runs, where, agitation };
    });
    const all = waterG + doseG * ratio * iceShare + rest.dilutionG;
    return {
      serve: iceShare > 0 ? "iced" : "hot",
      doseG,
      doseRangeG: ranged ? [doseG - 1, doseG + 2] : null,
      dialSetting: null,
      texture: null,
      ...ground,
      blooms,
      pours: poured,
      steps: steps.map((step) => ({ ...step, atS: step.when === "at" ? step.atS : null })),
      press: null,
      iceG: doseG * ratio * iceShare,
      portions: ranged ? { cups: 2, fillG: all } : null,
      doneS: cup ? atS + 60 : null,
      weighedG: cup ? all - 2.1 * doseG : null,
      ...rest,
    } satisfies Recipe;
  });
