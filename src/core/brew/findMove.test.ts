import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import type { ClockAndMeter } from "./fit.ts";
import { findMove, fitWithMove, type GroundBrew } from "./move.ts";

/** A brew that answers in straight lines of ln, as a bed does near one grind: no forecast, so that each figure is known. */
const ANSWERS: { readonly [kind in keyof ClockAndMeter]: readonly [number, number, number] } = {
  timeS: [-0.9, 0, -2.2],
  strengthPct: [-0.1, 0.5, -0.9],
};
const HERE = { timeS: 300, strengthPct: 1.3 };
const MODEL = { permeability: 1, extraction: 1 };
const LEVELS = [0.6, -1, 0.2, 0.8, -0.7, 0.1] as const;

type Truth = typeof MODEL & { readonly grindShare: number };

function given({ permeability, extraction, grindShare }: Truth) {
  const ln = [permeability, extraction, grindShare].map(Math.log);
  const of = (kind: keyof typeof HERE) =>
    HERE[kind] * Math.exp(ANSWERS[kind].reduce((sum, slope, i) => sum + slope * ln[i]!, 0));
  return { timeS: of("timeS"), strengthPct: of("strengthPct") };
}

const forecast: GroundBrew["forecast"] = (factors, grindShare) => given({ ...factors, grindShare });

/** Brews one after the other, each a little off, time and strength by what a clock and a meter miss, or by so many times that. */
function logged(shares: readonly number[], factors = MODEL, timesOff = 1): readonly GroundBrew[] {
  return shares.map((grindShare, i) => {
    const exact = given({ ...factors, grindShare });
    const off = timesOff * LEVELS[i % LEVELS.length]!;
    const other = timesOff * LEVELS[(5 * i + 2) % LEVELS.length]!;
    return {
      measured: {
        timeS: exact.timeS * (1 + 0.01 * off),
        strengthPct: exact.strengthPct * (1 + 0.006 * other),
      },
      forecast,
    };
  });
}
const times = (share: number, count: number) => new Array<number>(count).fill(share);
const untimed = (brew: GroundBrew): GroundBrew => ({
  ...brew,
  measured: { ...brew.measured, timeS: null },
});
const unmeasured = (brew: GroundBrew): GroundBrew => ({
  ...brew,
  measured: { timeS: null, strengthPct: null },
});

describe("where a grinder moved in a log", () => {
  const moved = [...times(1, 12), ...times(0.95, 8)];

  test("is found to the brew, with its size to half a hundredth, and surely", () => {
    const move = findMove(logged(moved), MODEL)!;
    expect(move.since).toBe(12);
    expect(Math.abs(move.grindShare - 0.95)).toBeLessThan(0.005);
    expect(move.sure).toBeGreaterThan(0.99);
    expect(move.sure).toBeLessThanOrEqual(1);
    const coarser = findMove(logged([...times(1, 12), ...times(1.05, 8)]), MODEL)!;
    expect(coarser.since).toBe(12);
    expect(Math.abs(coarser.grindShare - 1.05)).toBeLessThan(0.005);
  });

  test("is told by times alone and by strengths alone", () => {
    const byClock = logged(moved).map((brew) => ({
      ...brew,
      measured: { ...brew.measured, strengthPct: null },
    }));
    expect(findMove(byClock, MODEL)?.since).toBe(12);
    expect(findMove(logged(moved).map(untimed), MODEL)?.since).toBe(12);
  });

  test("counts places in the log, also behind brews that nobody measured", () => {
    const log = logged([...times(1, 15), ...times(0.94, 8)]).map((brew, i) =>
      [2, 7, 11].includes(i) ? unmeasured(brew) : brew,
    );
    expect(findMove(log, MODEL)?.since).toBe(15);
  });

  test("needs four brews on either side", () => {
    expect(findMove(logged([...times(1, 4), ...times(0.9, 4)]), MODEL)?.since).toBe(4);
    expect(findMove(logged([...times(1, 4), ...times(0.9, 3)]), MODEL)).toBeUndefined();
    expect(findMove(logged([...times(1, 3), ...times(0.9, 9)]), MODEL)?.since).toBe(4);
    expect(findMove(logged([...times(1, 16), ...times(0.9, 4)]), MODEL)?.since).toBe(16);
  });

  test("is none where nothing moved, nor where one brew was spilt", () => {
    expect(findMove(logged(times(1, 20)), MODEL)).toBeUndefined();
    expect(findMove([], MODEL)).toBeUndefined();
    const spilt = logged(times(1, 20), MODEL, 3).map((brew, i) =>
      i === 13 ? { ...brew, measured: { timeS: 500, strengthPct: 1.9 } } : brew,
    );
    expect(findMove(spilt, MODEL)).toBeUndefined();
  });

  test("is no move where another coffee only extracts more than the factors say", () => {
    const readier = { permeability: 1, extraction: 1.1 };
    expect(findMove(logged(times(1, 20), readier), MODEL)).toBeUndefined();
    expect(findMove(logged(moved, readier), MODEL)?.since).toBe(12);
  });

  test("is the surer the larger it is", () => {
    const by = (share: number) => findMove(logged([...times(1, 12), ...times(share, 8)]), MODEL)?.sure ?? 0;
    expect(by(0.98)).toBeGreaterThan(by(0.99));
    expect(by(0.97)).toBeGreaterThan(by(0.98));
    expect(by(0.999)).toBe(0);
  });

  test("is as sure as the figures' likelihoods say, added up over all factors and moves", () => {
    const log = logged([...times(1, 10), ...times(0.987, 6)], MODEL, 0.5).map((brew) => ({
      ...brew,
      measured: { ...brew.measured, strengthPct: null },
    }));
    const offs = log.map(({ measured }) => Math.log(measured.timeS! / HERE.timeS));
    const [ofPermeability, , ofGrind] = ANSWERS.timeS;
    const normal = (off: number, sd: number) => Math.exp(-0.5 * (off / sd) ** 2) / sd;
    const grid = (half: number, points: number) =>
      Array.from({ length: points }, (_, i) => half * ((2 * i) / (points - 1) - 1));
    const likelihood = (since: number) => {
      const moves = since < log.length ? grid(0.06, 241) : [0];
      const [gap, sum] = [0.12 / 240, { all: 0 }];
      for (const move of moves)
        for (const permeability of grid(0.06, 241)) {
          const misses = offs.map(
            (off, i) => off - ofPermeability * permeability - (i < since ? 0 : ofGrind * move),
          );
          const prior =
            normal(permeability, 0.45) *
            (moves.length > 1 ? normal(move, 0.06) * gap : Math.sqrt(2 * Math.PI));
          sum.all += prior * misses.reduce((product, miss) => product * normal(miss, 0.012), 1);
        }
      return sum.all;
    };
    const places = Array.from({ length: log.length - 7 }, (_, i) => 4 + i);
    const moved = places.reduce((sum, since) => sum + likelihood(since), 0) * (0.3 / places.length);
    const sure = moved / (moved + 0.7 * likelihood(log.length));
    expect(findMove(log, MODEL)?.sure).toBeCloseTo(sure, 4);
  });

  test("is told however much the figures say so", () => {
    const move = findMove(logged([...times(1, 60), ...times(0.8, 60)], MODEL, 0.5), MODEL);
    expect(move?.since).toBe(60);
    expect(move?.sure).toBe(1);
  });

  test("is what it is where a brew cannot be forecast", () => {
    const log = logged(moved).map((brew, i) => (i === 3 ? { ...brew, forecast: () => undefined } : brew));
    expect(findMove(log, MODEL)?.since).toBe(12);
    const hopeless = logged(moved).map((brew) => ({ ...brew, forecast: () => undefined }));
    expect(findMove(hopeless, MODEL)).toBeUndefined();
  });
});

describe("factors and move together", () => {
  const HOUSE = { permeability: 1.2, extraction: 0.95 };

  test("the factors are the house's with and without a move, which stands beside them", () => {
    const still = must(fitWithMove(logged(times(1, 20), HOUSE)));
    const moved = must(fitWithMove(logged([...times(1, 12), ...times(0.94, 8)], HOUSE)));
    expect(still.move).toBeUndefined();
    expect(moved.move?.since).toBe(12);
    for (const { factors } of [still, moved]) {
      expect(Math.abs(factors.permeability - HOUSE.permeability)).toBeLessThan(0.03);
      expect(Math.abs(factors.extraction - HOUSE.extraction)).toBeLessThan(0.02);
    }
  });

  test("forecasts before are the model's own, and those after are of the grind that each brew had", () => {
    const { before, after, factors, move } = must(
      fitWithMove(logged([...times(1, 12), ...times(0.94, 8)], HOUSE)),
    );
    expect(before).toEqual(times(1, 20).map(() => given({ ...MODEL, grindShare: 1 })));
    expect(after[0]).toEqual(given({ ...factors, grindShare: 1 }));
    expect(after[11]).toEqual(given({ ...factors, grindShare: 1 }));
    expect(after[12]).toEqual(given({ ...factors, grindShare: move!.grindShare }));
  });

  test("nothing measured is said", () => {
    const answer = fitWithMove(logged(times(1, 20)).map(unmeasured));
    expect(answer.ok ? undefined : answer.failure.code).toBe("nothingMeasured");
  });
});
