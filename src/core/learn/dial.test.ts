import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Dial } from "#core/grind";
import { seeded } from "#core/random";
import { expectPrinted } from "#tests/printed.ts";
import {
  type Bag,
  bagShift,
  bagUnits,
  type DialModel,
  type LearnInput,
  type Lesson,
  learnDial,
} from "./index.ts";

const CHOUGH: Dial = { min: 0, max: 24, step: 0.5, higherIs: "coarser" };
const SALTMARSH: Bag = { densityGPerMl: 0.4, roast: "medium", daysSinceRoast: 10 };
const TARGET = { meanDepthMm: 32, shortfall: 0, coffeeId: "saltmarsh", bag: SALTMARSH };
const MODEL: DialModel = { setting: 10, perDoubling: 1.6, perShortfall: -1.2 };

let made = 0;
const lesson = (setting: number, change: Partial<Lesson> = {}): Lesson => ({
  ...TARGET,
  batchId: `batch ${++made}`,
  setting,
  ...change,
});
const learned = (lessons: readonly Lesson[], change: Partial<LearnInput> = {}) =>
  learnDial({ lessons, target: TARGET, model: MODEL, dial: CHOUGH, ...change });
const width = ([low, high]: readonly [number, number]) => high - low;

describe("the learned dial", () => {
  test("without a batch it is the forecast, and says how little that is", () => {
    const { at, range, taught, oneSize, contradict } = learned([]);
    expect(at.setting).toBe(10);
    expect(width(range)).toBeGreaterThan(4);
    expect({ taught, oneSize, contradict }).toEqual({ taught: [], oneSize: false, contradict: undefined });
  });

  test("a setting that its trial left open counts for less than one that was found surely", () => {
    const sure = learned([lesson(13)]);
    const open = learned([lesson(13, { sdUnits: 1.5 })]);
    expect(open.at.exact).toBeLessThan(sure.at.exact);
    expect(open.at.exact).toBeGreaterThan(10);
    expect(width(open.range)).toBeGreaterThan(width(sure.range));
    // Surer than one step of the dial nobody is.
    expect(learned([lesson(13, { sdUnits: 0.1 })]).at.exact).toBe(sure.at.exact);
  });

  test("one batch moves it nearly there; worked by hand", () => {
    // House 2² and coffee 0.75² against a noise of 0.5²: 4.5625 / 4.8125 of the way from 10 to 12.
    const { at, sdUnits, taught } = learned([lesson(12)]);
    expect(at.exact).toBeCloseTo(10 + (2 * 4.5625) / 4.8125, 9);
    expect(sdUnits ** 2).toBeCloseTo((4.5625 * 0.25) / 4.8125, 9);
    expect(taught[0]?.pull).toBeCloseTo(4.5625 / 4.8125, 9);
  });

  test("another size moves by the forecast's slope, and is less sure", () => {
    const deep = { ...TARGET, meanDepthMm: 64 };
    const here = learned([lesson(12)]);
    const there = learned([lesson(12)], { target: deep, model: { ...MODEL, setting: 11.6 } });
    expect(there.at.exact).toBeCloseTo(here.at.exact + 1.6, 0);
    expect(there.sdUnits).toBeGreaterThan(here.sdUnits);
  });

  test("one more batch would narrow it, by what it then does", () => {
    const before = learned([lesson(12)]);
    const after = learned([lesson(12), lesson(before.at.exact)]);
    expect(before.sdWithOneMore).toBeLessThan(before.sdUnits);
    expect(after.sdUnits).toBeCloseTo(before.sdWithOneMore, 9);
  });

  test("another coffee's batches count, but less than its own", () => {
    const own = learned([lesson(12)]).at.exact;
    const others = learned([lesson(12, { coffeeId: "night mail" })]).at.exact;
    expect(others).toBeGreaterThan(10);
    expect(others).toBeLessThan(own);
  });

  test("a bag's density, roast and days shift what other bags teach", () => {
    const dark = { ...SALTMARSH, roast: "dark" as const, densityGPerMl: 0.35 };
    const fromDark = learned([lesson(12, { coffeeId: "night mail", bag: dark })]).at.exact;
    expect(fromDark).toBeLessThan(learned([lesson(12, { coffeeId: "night mail" })]).at.exact);
    expect(bagUnits(dark)).toBeGreaterThan(bagUnits(SALTMARSH));
    const older = bagShift(SALTMARSH, { ...SALTMARSH, daysSinceRoast: 24 });
    expect(older.units).toBeCloseTo(-0.3, 9);
    expect(older.sdUnits).toBeCloseTo(Math.hypot(0.3, 0.15), 9);
    expect(bagShift(SALTMARSH, SALTMARSH).units).toBe(0);
    expect(bagUnits({ ...SALTMARSH, daysSinceRoast: null })).toBe(
      bagUnits({ ...SALTMARSH, daysSinceRoast: 2 }),
    );
  });

  test("batches all of one size, and batches that contradict each other, are said", () => {
    const alike = learned([lesson(11.5), lesson(12), lesson(12.5)]);
    expect([alike.oneSize, alike.contradict]).toEqual([true, undefined]);
    const [fine, coarse] = [lesson(6), lesson(15)];
    const torn = learned([fine, lesson(12), coarse]);
    expect(torn.contradict).toEqual([fine.batchId, coarse.batchId]);
    expect(torn.sdUnits).toBeGreaterThan(4 * alike.sdUnits);
    expect(learned([lesson(11), lesson(13, { meanDepthMm: 60 })]).oneSize).toBe(false);
  });

  test("where the forecast knows no slope, the house may still learn half a unit of it", () => {
    const flat = { setting: 10, perDoubling: 0, perShortfall: 0 };
    const lessons = [
      lesson(12),
      lesson(12.5, { meanDepthMm: 64 }),
      lesson(11.5, { meanDepthMm: 16, shortfall: 0.5 }),
    ];
    const { at, sdUnits } = learned(lessons, { model: flat });
    const plain = plainly(lessons, flat);
    expect(at.exact).toBeCloseTo(plain.setting, 9);
    expect(sdUnits).toBeCloseTo(plain.sd, 9);
    // Of twice the depth alone: house 2², coffee 0.75² and the slope's half unit, squared, against the noise.
    const deep = learned([lesson(14, { meanDepthMm: 64 })], { model: flat });
    expect(deep.at.exact).toBeCloseTo(10 + (4 * 4.5625) / (4.5625 + 0.25 + 0.25), 9);
  });

  test("where batches contradict each other, one more narrows the wide range by its own share", () => {
    const share = ({ sdWithOneMore, sdUnits }: ReturnType<typeof learned>) => sdWithOneMore / sdUnits;
    const calm = learned([lesson(12), lesson(12), lesson(12)]);
    const torn = learned([lesson(6), lesson(12), lesson(15)]);
    expect(torn.sdUnits).toBeGreaterThan(4 * calm.sdUnits);
    expect(share(torn)).toBeCloseTo(share(calm), 9);
  });

  test("what lies off the dial is cut, and its range with it", () => {
    const off = learned([lesson(24), lesson(24)], { model: { ...MODEL, setting: 27 } });
    expect(off.at).toMatchObject({ setting: 24, limitedBy: "max" });
    expect(off.range[1]).toBe(24);
  });

  const lessons = fc.array(
    fc.record({
      setting: fc.integer({ min: 0, max: 48 }).map((half) => half / 2),
      meanDepthMm: fc.double({ min: 12, max: 60, noNaN: true }),
      shortfall: fc.double({ min: 0, max: 1, noNaN: true }),
      coffeeId: fc.constantFrom("saltmarsh", "kittiwake", "night mail"),
    }),
    { minLength: 1, maxLength: 12 },
  );

  test("on a dial that counts the other way it is the same, mirrored; order does not matter", () => {
    fc.assert(
      fc.property(lessons, (rows) => {
        const all = rows.map((row) => lesson(row.setting, row));
        const mirrored = all.map((each) => ({ ...each, setting: 24 - each.setting }));
        const here = learned(all);
        const there = learned(mirrored, {
          dial: { ...CHOUGH, higherIs: "finer" },
          model: { ...MODEL, setting: 14 },
        });
        expect(there.at.exact).toBeCloseTo(24 - here.at.exact, 6);
        expect(there.sdUnits).toBeCloseTo(here.sdUnits, 6);
        expect(learned(all.toReversed()).at.exact).toBeCloseTo(here.at.exact, 6);
      }),
    );
  });

  test("the plain way, one large system with every coffee in it, gives the same", () => {
    fc.assert(
      fc.property(lessons, (rows) => {
        const all = rows.map((row) => lesson(row.setting, row));
        const { at, sdUnits, contradict } = learned(all);
        const plain = plainly(all);
        expect(at.exact).toBeCloseTo(plain.setting, 6);
        // Scatter widens the range; the plain way knows nothing of that.
        if (!contradict) expect(sdUnits).toBeGreaterThanOrEqual(plain.sd - 1e-6);
      }),
    );
  });
});

/** Gaussian conditioning on all settings at once: the answer's covariance with them, over theirs. */
function plainly(
  all: readonly Lesson[],
  model: DialModel = MODEL,
): { readonly setting: number; readonly sd: number } {
  const x = (each: Pick<Lesson, "meanDepthMm" | "shortfall">) => [
    1,
    Math.log2(each.meanDepthMm / 32),
    each.shortfall,
  ];
  const slopeVariance = (slope: number) => Math.max(Math.abs(slope) / 2, 0.5) ** 2;
  const priors = [4, slopeVariance(model.perDoubling), slopeVariance(model.perShortfall)];
  const covariance = (a: Pick<Lesson, "meanDepthMm" | "shortfall" | "coffeeId">, b: typeof a) =>
    x(a).reduce((sum, ai, i) => sum + ai * priors[i]! * x(b)[i]!, 0) +
    (a.coffeeId === b.coffeeId ? 0.75 ** 2 : 0);
  const expected = (each: Lesson) =>
    model.setting + model.perDoubling * x(each)[1]! + model.perShortfall * x(each)[2]!;
  // Gauss and Jordan on [K + noise | off | covariance with the answer].
  const rows = all.map((a, i) => [
    ...all.map((b, j) => covariance(a, b) + (i === j ? 0.25 : 0)),
    a.setting - expected(a),
    covariance(a, TARGET),
  ]);
  for (let i = 0; i < rows.length; i++) {
    const pivot = rows[i]![i]!;
    rows[i] = rows[i]!.map((value) => value / pivot);
    for (let j = 0; j < rows.length; j++) {
      if (i === j) continue;
      const times = rows[j]![i]!;
      rows[j] = rows[j]!.map((value, k) => value - times * rows[i]![k]!);
    }
  }
  const n = all.length;
  const with_ = all.map((each) => covariance(each, TARGET));
  const setting = model.setting + with_.reduce((sum, each, i) => sum + each * rows[i]![n]!, 0);
  const variance =
    covariance(TARGET, TARGET) - with_.reduce((sum, each, i) => sum + each * rows[i]![n + 1]!, 0);
  return { setting, sd: Math.sqrt(variance) };
}

/**
 * A house whose truth is known, and what it learns: in how many of so many houses the right setting lies within the
 * range of eight in ten.
 */
function coverage(batches: number, runs: number): number {
  const random = seeded(8_000 + batches);
  let within = 0;
  for (let run = 0; run < runs; run++) {
    const [house, perDoubling, perShortfall] = [
      2 * random.normal(),
      MODEL.perDoubling + 0.8 * random.normal(),
      MODEL.perShortfall + 0.6 * random.normal(),
    ];
    const coffees = ["saltmarsh", "kittiwake", "low tide", "night mail"].map((id) => ({
      id,
      off: 0.75 * random.normal(),
    }));
    const lessons = Array.from({ length: batches }, () => {
      const coffee = coffees[Math.floor(4 * random.share())]!;
      const meanDepthMm = 16 * 4 ** random.share();
      const shortfall = random.share() < 0.4 ? 0.4 + 0.4 * random.share() : 0;
      const exact =
        MODEL.setting +
        house +
        coffee.off +
        perDoubling * Math.log2(meanDepthMm / TARGET.meanDepthMm) +
        perShortfall * shortfall +
        0.5 * random.normal();
      return lesson(Math.round(2 * exact) / 2, { meanDepthMm, shortfall, coffeeId: coffee.id });
    });
    const [low, high] = learned(lessons).range;
    const truth = MODEL.setting + house + coffees[0]!.off;
    if (truth >= low && truth <= high) within++;
  }
  return within / runs;
}

test("the range of eight in ten holds the truth as often, with few batches and with many", () => {
  const shares = [1, 3, 10, 40].map((batches) => ({ batches, share: coverage(batches, 500) }));
  for (const { batches, share } of shares) {
    expect(share, `${batches} batches`).toBeGreaterThan(0.7);
    expect(share, `${batches} batches`).toBeLessThan(0.9);
  }
  expectPrinted(shares.map(({ batches, share }) => `| ${batches} | ${(100 * share).toFixed(1)} % |`));
});
