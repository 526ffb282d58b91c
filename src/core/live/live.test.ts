import { describe, expect, test } from "vitest";
import { type BrewInput, forecastBrew, forecastDrip, type Pour } from "#core/brew";
import { seeded } from "#core/random";
import { must } from "#core/result";
import type { Reading } from "#core/weighing";
import { drippedAt, liveForecast, pouredSoFar, runsAgain, stalledNow, WATCHED_S } from "./index.ts";

/** The demo's Fulmar with its large dispenser: 202 g and 3.2 l by its spray. */
const FULMAR: BrewInput = {
  doseG: 202,
  grindUm: 850,
  waterTempC: 93,
  pours: [
    { atS: 0, waterG: 400, rateGPerS: 11.5 },
    { atS: 55, waterG: 2829, rateGPerS: 11.5 },
  ],
  basket: { shape: "flat", topDiameterMm: 178, bottomDiameterMm: 140, heightMm: 100 },
};
/** A cone by hand: 22 g and 352 g in three pours. */
const CONE: BrewInput = {
  doseG: 22,
  grindUm: 650,
  waterTempC: 94,
  pours: [
    { atS: 0, waterG: 55, rateGPerS: 6 },
    { atS: 40, waterG: 145, rateGPerS: 6 },
    { atS: 90, waterG: 152, rateGPerS: 6 },
  ],
  basket: { shape: "cone", topDiameterMm: 110, bottomDiameterMm: 8, heightMm: 95 },
};
const NOISE_G = 1.5;
const HIDDEN_SHARE = 0.25;

/** A brew whose bed is not as forecast, and what a scale under its vessel says every second. */
function brewed(input: BrewInput, seed: number, clogs?: BrewInput["clogs"]) {
  const random = seeded(seed);
  const hidden = Math.exp(HIDDEN_SHARE * random.normal());
  const run = must(forecastDrip({ ...input, factors: { permeability: hidden }, ...(clogs && { clogs }) }));
  const until = Math.ceil(run.brewTimeS);
  const readings = Array.from(
    { length: until },
    (_, i): Reading => ({
      atS: i + 1,
      massG: Math.max(0, drippedAt(run, i + 1) + NOISE_G * random.normal()),
    }),
  );
  return { hidden, endS: run.brewTimeS, readings };
}
const before = (readings: readonly Reading[], untilS: number) => readings.filter(({ atS }) => atS <= untilS);

test("without a reading it is the plain forecast, and says how unsure it is", () => {
  const plain = must(forecastBrew(FULMAR));
  const live = must(liveForecast(FULMAR, []));
  expect(live.endS).toBe(plain.brewTimeS);
  expect(live.permeability).toBe(1);
  expect(live.endRangeS[0]).toBeLessThan(live.endS);
  expect(live.endRangeS[1]).toBeGreaterThan(live.endS);
});

describe.each([
  ["a batch brewer", FULMAR],
  ["a cone", CONE],
])("500 brews on %s whose beds are not as forecast", (_, input) => {
  const plainS = must(forecastBrew(input)).brewTimeS;
  const errors = Array.from({ length: 250 }, (_, i) => {
    const { endS, readings } = brewed(input, i + 1);
    const live = must(liveForecast(input, before(readings, endS / 2)));
    return { live: Math.abs(live.endS - endS), plain: Math.abs(plainS - endS), range: live.endRangeS, endS };
  });

  test("at half of the time the end is within 12 s in nine of ten", () => {
    expect(errors.filter(({ live }) => live <= 12).length).toBeGreaterThanOrEqual(0.9 * errors.length);
  });

  test("the plain forecast's error is halved at least", () => {
    const sum = (read: (each: (typeof errors)[number]) => number) =>
      errors.reduce((total, each) => total + read(each), 0);
    expect(sum(({ live }) => live)).toBeLessThanOrEqual(sum(({ plain }) => plain) / 2);
  });

  test("the range that it gives holds the end mostly", () => {
    const inside = errors.filter(({ range: [low, high], endS }) => endS >= low - 1 && endS <= high + 1);
    expect(inside.length).toBeGreaterThanOrEqual(0.7 * errors.length);
  });
});

/** Coarser steps, twice as fast, as a test has many. */
const COARSE = { stepS: 1 };
const WATCH_EVERY_S = 4;

/** The second at which a stall is told, watching as the guide does; undefined where none is. */
function noticedAt(input: BrewInput, readings: readonly Reading[], fromS = 40): number | undefined {
  let permeability = 1;
  for (let nowS = fromS; nowS <= readings.length; nowS += WATCH_EVERY_S) {
    const known = before(readings, nowS - WATCHED_S);
    const live = must(liveForecast({ ...input, resolution: COARSE }, known, permeability));
    permeability = live.permeability;
    if (stalledNow(live.drip, before(readings, nowS), nowS)) return nowS;
  }
  return undefined;
}
const seeds = (count: number) => Array.from({ length: count }, (_, i) => 1000 + i);

describe.each([
  ["a batch brewer", FULMAR, 100, 60],
  ["a cone", CONE, 96, 12],
])("a stall on %s", (_, input, firstS, withinS) => {
  test("is told within 20 s of its start in nine of ten", () => {
    const found = seeds(40).map((seed) => {
      const fromS = firstS + (seed % withinS);
      const { readings } = brewed(input, seed, { fromS, overS: 8, share: 0.15 });
      const at = noticedAt(input, readings.slice(0, fromS + 20), fromS - WATCHED_S);
      return at !== undefined && at >= fromS;
    });
    expect(found.filter(Boolean).length).toBeGreaterThanOrEqual(0.9 * found.length);
  });

  test("is told of none of fifty that run through", () => {
    const alarms = seeds(50).filter((seed) => noticedAt(input, brewed(input, seed).readings) !== undefined);
    expect(alarms).toEqual([]);
  });
});

test("one early reading moves the bed less than it says by itself: a bed is seldom so far from what was forecast", () => {
  const plain = must(forecastDrip(FULMAR));
  const off = [{ atS: 64, massG: drippedAt(plain, 64) + 15 }];
  const { permeability } = must(liveForecast(FULMAR, off));
  // By itself the reading says 1.94.
  expect(permeability).toBeGreaterThan(1.5);
  expect(permeability).toBeLessThan(1.88);
});

describe("a stall beside a forecast", () => {
  const seconds = Array.from({ length: 140 }, (_, i) => i + 1);
  const curve = (gramsAt: (atS: number) => number) => ({ timeS: seconds, yieldG: seconds.map(gramsAt) });
  const readings = (gramsAt: (atS: number) => number) =>
    seconds.map((atS): Reading => ({ atS, massG: gramsAt(atS) }));

  test("is a flow far below it", () => {
    const before = curve((atS) => 10 * atS);
    expect(
      stalledNow(
        before,
        readings((atS) => Math.min(10 * atS, 600)),
        70,
      ),
    ).toMatchObject({ fromS: 62 });
    expect(
      stalledNow(
        before,
        readings((atS) => 8 * atS),
        70,
      ),
    ).toBeUndefined();
  });

  test("is none where the forecast has the flow end soon by itself", () => {
    const ends = (atS: number) => (limitS: number) => 10 * Math.min(atS, limitS);
    const before = curve((atS) => ends(atS)(100));
    expect(
      stalledNow(
        before,
        readings((atS) => ends(atS)(91)),
        99,
      ),
    ).toBeUndefined();
  });

  test("is over when the bed gives again what it gave before, and not while it trickles", () => {
    const stall = { fromS: 60, share: 0.1 };
    const freedAt = (s: number) => (atS: number) => 10 * Math.min(atS, 60) + 9 * Math.max(0, atS - s);
    expect(runsAgain(stall, readings(freedAt(85)), 80)).toBe(false);
    expect(runsAgain(stall, readings(freedAt(85)), 95)).toBe(true);
    // A scale that has fallen silent says nothing of the bed.
    const silent = readings(freedAt(85)).filter(({ atS }) => atS < 90);
    expect(runsAgain(stall, silent, 95)).toBe(false);
    // Just after it began the last seconds are of both.
    expect(
      runsAgain(
        stall,
        readings((atS) => 10 * atS),
        70,
      ),
    ).toBe(false);
  });

  test("is none before enough has dripped to know the bed", () => {
    const late = (fromS: number) => (atS: number) => 10 * Math.max(0, atS - fromS);
    expect(stalledNow(curve(late(50)), readings(late(62)), 60)).toBeUndefined();
  });
});

describe("what was poured so far", () => {
  const planned: readonly Pour[] = CONE.pours;
  const poured = (to: readonly (readonly [atS: number, massG: number])[]): Reading[] =>
    to.map(([atS, massG]) => ({ atS, massG }));
  const total = (pours: readonly Pour[]) => pours.reduce((sum, { waterG }) => sum + waterG, 0);

  test("before the first drop it is the plan", () => {
    expect(pouredSoFar(planned, [], 0)).toEqual(planned);
  });

  test("a pour that was begun is finished from now on, at its own pace", () => {
    const pours = pouredSoFar(
      planned,
      poured([
        [5, 28],
        [9, 55],
        [40, 55],
        [44, 80],
        [48, 110],
      ]),
      50,
    );
    expect(pours.at(-2)).toEqual({ atS: 50, waterG: 90, rateGPerS: 6 });
    expect(pours.at(-1)).toEqual({ atS: 90, waterG: 152, rateGPerS: 6 });
    expect(total(pours)).toBeCloseTo(352, 6);
  });

  test("a pour whose time has passed, and that nobody began, begins now", () => {
    expect(pouredSoFar(planned, poured([[9, 55]]), 60).at(-2)).toEqual({
      atS: 60,
      waterG: 145,
      rateGPerS: 6,
    });
  });

  test("too much poured is forecast as it is; what is left gets less", () => {
    const pours = pouredSoFar(
      planned,
      poured([
        [5, 40],
        [10, 90],
        [45, 230],
        [60, 260],
      ]),
      60,
    );
    expect(total(pours)).toBeCloseTo(352, 6);
    const over = pouredSoFar(
      planned,
      poured([
        [5, 40],
        [10, 90],
        [45, 230],
        [100, 420],
      ]),
      100,
    );
    expect(total(over)).toBeCloseTo(420, 6);
  });

  test("a pour that is late moves the one behind it, and one that waits for the bed keeps waiting", () => {
    const plan: readonly Pour[] = [
      { atS: 0, waterG: 60, rateGPerS: 6 },
      { atS: 20, waterG: 60, rateGPerS: 6 },
      { atS: 32, waterG: 60, rateGPerS: 6 },
      { whenDrained: true, waterG: 60, rateGPerS: 6 },
      { atS: 300, waterG: 60, rateGPerS: 6 },
    ];
    const rest = pouredSoFar(plan, poured([[10, 60]]), 30).slice(1);
    expect(rest).toEqual([
      { atS: 30, waterG: 60, rateGPerS: 6 },
      { atS: 40, waterG: 60, rateGPerS: 6 },
      plan[3],
      plan[4],
    ]);
  });

  test("nothing in it overlaps: it can be forecast", () => {
    const pours = pouredSoFar(
      planned,
      poured([
        [6, 55],
        [95, 60],
        [99, 150],
      ]),
      100,
    );
    expect(forecastBrew({ ...CONE, pours }).ok).toBe(true);
  });
});
