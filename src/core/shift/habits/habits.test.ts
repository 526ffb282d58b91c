import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { drawnCount, seeded } from "#core/random";
import {
  askedOn,
  countRange,
  cupsBetween,
  dayFactorsOf,
  guessedHabits,
  type Habits,
  habitsOf,
  type PastDay,
  QUARTERS,
  runningDay,
} from "./index.ts";

const SEVEN = 28;
/** Cups at seven and at noon, and nothing else. */
const atSeven = (cups: number, noon = 0) => {
  const quarters = new Array<number>(QUARTERS).fill(0);
  quarters[SEVEN] = cups;
  quarters[48] = noon;
  return quarters;
};
const day = (weekday: number, agoDays: number, cups: number, noon = 0): PastDay => ({
  weekday,
  agoDays,
  cups: [atSeven(cups, noon)],
});
const total = (cups: readonly number[]) => cups.reduce((sum, each) => sum + each, 0);
const flat: Habits = {
  products: [
    { meanCups: new Array<number>(QUARTERS).fill(2), varianceToMean: 1 },
    { meanCups: new Array<number>(QUARTERS).fill(1), varianceToMean: 1 },
  ],
  daySd: 0,
  days: 56,
  sameWeekdays: 8,
};
const NOTHING = { factors: [], surges: [], beside: { staffCups: 0, refillShare: 0 } };

describe("habits", () => {
  test("of no day are unknown", () => {
    expect(habitsOf([], 1, 1)).toBeUndefined();
  });

  test("are the mean, where every day was the same", () => {
    const past = Array.from({ length: 14 }, (_, i) => day((i % 7) + 1, i + 1, 12, 6));
    const habits = habitsOf(past, 3, 1)!;
    expect(habits.products[0]!.meanCups[SEVEN]).toBeCloseTo(12);
    expect(habits.products[0]!.meanCups[48]).toBeCloseTo(6);
    expect(habits).toMatchObject({ days: 14, sameWeekdays: 2, daySd: 0 });
    expect(habits.products[0]!.varianceToMean).toBe(1);
  });

  test("follow their weekday, the more the oftener it was seen", () => {
    const past = (weeks: number) =>
      Array.from({ length: 7 * weeks }, (_, i) => day((i % 7) + 1, i + 1, i % 7 === 5 ? 40 : 10));
    const saturday = (weeks: number) => total(habitsOf(past(weeks), 6, 1)!.products[0]!.meanCups);
    expect(saturday(1)).toBeGreaterThan(15);
    expect(saturday(8)).toBeGreaterThan(saturday(1));
    expect(saturday(8)).toBeGreaterThan(34);
    expect(saturday(8)).toBeLessThan(40);
    expect(total(habitsOf(past(8), 1, 1)!.products[0]!.meanCups)).toBeLessThan(13);
  });

  test("count the newer days for more", () => {
    const past = [...Array(20).keys()].map((i) => day(1, 7 * (i + 1), i < 4 ? 20 : 10));
    const cups = habitsOf(past, 1, 1)!.products[0]!.meanCups[SEVEN]!;
    expect(cups).toBeGreaterThan(14);
    expect(cups).toBeLessThan(20);
  });

  test("tell how guests scatter, and how whole days do", () => {
    const random = seeded(3);
    const shares = dayFactorsOf(0.2).map(({ factor }) => factor);
    const past = Array.from({ length: 140 }, (_, i): PastDay => {
      const share = shares[i % 6 === 0 ? 0 : i % 6 === 3 ? 2 : 1]!;
      const quarters = Array.from({ length: QUARTERS }, (__, quarter) =>
        quarter < 28 || quarter > 72 ? 0 : drawnCount(6 * share, 1.8, random.share()),
      );
      return { weekday: (i % 7) + 1, agoDays: i + 1, cups: [quarters] };
    });
    const habits = habitsOf(past, 2, 1)!;
    expect(habits.products[0]!.varianceToMean).toBeGreaterThan(1.6);
    expect(habits.products[0]!.varianceToMean).toBeLessThan(2);
    expect(habits.daySd).toBeGreaterThan(0.16);
    expect(habits.daySd).toBeLessThan(0.24);
  });

  test("differ from day to day by what their guests do not explain: worked by hand", () => {
    // Shares 0.8 to 1.2: variance 0.1 / 4, less 1.2 / 1000 of guests that scatter as usual.
    const past = [800, 900, 1000, 1100, 1200].map((cups) => day(1, 7, cups));
    expect(habitsOf(past, 1, 1)!.daySd).toBeCloseTo(Math.sqrt(0.025 - 0.0012), 9);
  });

  test("of few days scatter as usual ones do", () => {
    expect(habitsOf([day(1, 7, 5)], 1, 1)).toMatchObject({
      daySd: 0.15,
      products: [{ varianceToMean: 1.2 }],
    });
  });
});

describe("a day's levels", () => {
  test("have its mean and its deviation", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.5, noNaN: true }), (daySd) => {
        const points = dayFactorsOf(daySd);
        const mean = total(points.map(({ weight, factor }) => weight * factor));
        const variance = total(points.map(({ weight, factor }) => weight * (factor - mean) ** 2));
        expect(total(points.map(({ weight }) => weight))).toBeCloseTo(1);
        expect(mean).toBeCloseTo(1);
        expect(Math.sqrt(variance)).toBeCloseTo(daySd);
      }),
    );
  });

  test("are one where days do not differ", () => {
    expect(dayFactorsOf(0)).toEqual([{ weight: 1, factor: 1 }]);
  });
});

describe("a day without a history", () => {
  const hours = { opensMin: 420, closesMin: 1080 };
  const products = [{ iced: false }, { iced: true }];

  test("has its cups within its hours, and most about its peaks", () => {
    const answers = { cupsADay: 300, peaksMin: [480], icedShare: 0.2 };
    const [hot, iced] = guessedHabits(answers, hours, products).products.map(({ meanCups }) => meanCups);
    expect(total(hot!)).toBeCloseTo(240);
    expect(total(iced!)).toBeCloseTo(60);
    expect(cupsBetween(hot!, { fromMin: 0, toMin: 420 })).toBe(0);
    expect(cupsBetween(hot!, { fromMin: 1080, toMin: 1440 })).toBe(0);
    expect(hot![32]).toBeGreaterThan(3 * hot![50]!);
  });

  test("is even where nobody said when it is full; a peak outside its hours is none", () => {
    for (const peaksMin of [[], [120]]) {
      const [hot] = guessedHabits({ cupsADay: 88, peaksMin, icedShare: 0 }, hours, [
        { iced: false },
      ]).products;
      expect(hot!.meanCups[30]).toBeCloseTo(2);
      expect(hot!.meanCups[60]).toBeCloseTo(2);
    }
  });

  test("sells all of its cups hot where nothing is iced, and the other way round", () => {
    const answers = { cupsADay: 100, peaksMin: [], icedShare: 0.3 };
    expect(total(guessedHabits(answers, hours, [{ iced: false }]).products[0]!.meanCups)).toBeCloseTo(100);
    expect(total(guessedHabits(answers, hours, [{ iced: true }]).products[0]!.meanCups)).toBeCloseTo(100);
  });
});

describe("what is known of one day", () => {
  test("30 % more from four", () => {
    const [hot] = askedOn(flat, { ...NOTHING, factors: [{ fromMin: 960, toMin: 1440, factor: 1.3 }] });
    expect(hot![63]).toBe(2);
    expect(hot![64]).toBeCloseTo(2.6);
  });

  test("a factor from within a quarter counts for its part of it", () => {
    const [hot] = askedOn(flat, { ...NOTHING, factors: [{ fromMin: 965, toMin: 1440, factor: 1.3 }] });
    expect(hot![64]).toBeCloseTo(2 * (1 + 0.3 * (2 / 3)));
  });

  test("a surge of 36 cups queues before it, and is shared out as coffees are asked for", () => {
    const surge = { atMin: 740, beforeMin: 20, cups: 36 };
    const asked = askedOn(flat, { ...NOTHING, surges: [surge] });
    expect(total(asked[0]!) - 192).toBeCloseTo(24);
    expect(total(asked[1]!) - 96).toBeCloseTo(12);
    expect(cupsBetween(asked[0]!, { fromMin: 720, toMin: 735 }) - 2).toBeCloseTo(18);
    const [hot, iced] = askedOn(flat, { ...NOTHING, surges: [{ ...surge, products: [1] }] });
    expect(total(hot!)).toBeCloseTo(192);
    expect(total(iced!) - 96).toBeCloseTo(36);
  });

  test("the staff's cups and second cups come on top", () => {
    const asked = askedOn(flat, { ...NOTHING, beside: { staffCups: 12, refillShare: 0.1 } });
    expect(total(asked.flat())).toBeCloseTo(288 * 1.1 + 12);
  });
});

test("eight in ten counts lie within their range", () => {
  const random = seeded(11);
  for (const mean of [12, 60]) {
    const [low, high] = countRange(mean, 1.5, 0);
    const within = Array.from({ length: 4000 }, () => drawnCount(mean, 1.5, random.share())).filter(
      (count) => count >= low && count <= high,
    );
    expect(within.length / 4000).toBeGreaterThan(0.74);
    expect(within.length / 4000).toBeLessThan(0.9);
  }
  expect(countRange(0, 1, 0.2)).toEqual([0, 0]);
});

describe("a day that runs", () => {
  const house = { varianceToMean: 1.3, daySd: 0.15 };

  test("as guests scatter is the day that was expected", () => {
    expect(runningDay(66, 60, house)).toMatchObject({ factor: 1 });
    expect(runningDay(9, 4, house)).toMatchObject({ factor: 1, daySd: 0.15 });
    expect(runningDay(0, 0, house)).toMatchObject({ factor: 1 });
  });

  test("away from its forecast is another day, drawn towards what days usually are", () => {
    const { factor, daySd } = runningDay(100, 60, house);
    expect(factor).toBeGreaterThan(1.2);
    expect(factor).toBeLessThan(100 / 60);
    expect(daySd).toBeLessThan(0.15);
    expect(runningDay(25, 60, house).factor).toBeLessThan(0.85);
  });

  test("the more it has sold, the surer it is", () => {
    const off = (cups: number) => runningDay(1.4 * cups, cups, house);
    expect(off(300).factor).toBeGreaterThan(off(60).factor);
    expect(off(300).daySd).toBeLessThan(off(60).daySd);
    expect(off(3000).factor).toBeCloseTo(1.4);
  });

  test("is called another one on few days that are none", () => {
    const random = seeded(4);
    const called = Array.from(
      { length: 2000 },
      () => runningDay(drawnCount(80, 1.3, random.share()), 80, house).factor,
    );
    expect(called.filter((factor) => factor !== 1).length / 2000).toBeLessThan(0.03);
  });
});
