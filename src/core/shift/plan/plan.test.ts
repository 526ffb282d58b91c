import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { countChances, seeded } from "#core/random";
import { finished } from "#core/turns";
import planCases from "#tests/vectors/plan.json" with { type: "json" };
import { readyDay } from "./day.ts";
import { drawnDays } from "./demand.ts";
import { likelyBrews } from "./forecast.ts";
import { type PlanInput, USUAL_PLAN } from "./input.ts";
import { firstPlan, planInTurns, ruleInTurns } from "./plan.ts";
import { boundOf, solveDay } from "./programme.ts";
import { runDay } from "./rule.ts";
import { meanCost } from "./tune.ts";

type Usual = keyof typeof USUAL_PLAN;
const whole = (input: Omit<PlanInput, Usual> & Partial<PlanInput>): PlanInput => ({
  ...USUAL_PLAN,
  ...input,
});
const planned = (input: PlanInput) => finished(planInTurns(input));
const firstOf = (input: PlanInput) => finished(firstPlan(input));
const CASES = planCases.map(({ name, input, boundPerProduct }) => ({
  name,
  input: whole(input),
  boundPerProduct,
}));
const [TINY] = CASES as [(typeof CASES)[number]];

describe("a brewer by its name", () => {
  test("brews one batch at a time, and none while it is away", () => {
    const [small] = TINY.input.products;
    const option = { ...small!.options[0]!, brewSlots: 3, brewer: "Fulmar" };
    const two = ["one", "other"].map((name) => ({ ...small!, name, options: [option] }));
    const input = whole({
      ...TINY.input,
      products: two,
      brewers: 2,
      handsMin: TINY.input.handsMin.map(() => 60),
      vessels: [{ kind: option.vesselKind, count: 9 }],
    });
    const busy = (day: PlanInput) =>
      planned({ ...day, days: 2 })
        .likelyBrews.map(({ p10Slot }) => p10Slot)
        .sort((a, b) => a - b);
    const free = {
      ...input,
      products: two.map((each) => ({ ...each, options: [{ ...option, brewer: undefined }] })),
    };
    expect(busy(free).slice(0, 2)).toEqual([1, 1]);
    expect(busy(input)[0]).toBe(1);
    expect(busy(input)[1]).toBeGreaterThanOrEqual(4);
    const brewing = { product: "one", cups: 3, vesselKind: option.vesselKind, readySlot: 5, pourAtSlot: 20 };
    expect(busy({ ...input, brewing: [{ ...brewing, brewer: "Fulmar" }] })[0]).toBeGreaterThanOrEqual(5);
    expect(busy({ ...input, brewing: [{ ...brewing, brewer: "Turnstone" }] })[0]).toBeLessThan(5);
    const away = { ...input, forbidden: [{ resource: "Fulmar", fromSlot: 0, toSlot: 3 }] };
    expect(busy(away)[0]).toBeGreaterThanOrEqual(3);
  });
});

describe("the bound of a tiny day", () => {
  test.each(CASES)("is the worked one: $name", ({ input, boundPerProduct }) => {
    for (const [i, product] of input.products.entries())
      expect(Math.abs(finished(boundOf(product, input, 1)) - boundPerProduct[i]!)).toBeLessThan(1e-4);
  });

  test("is what a search of every decision finds, stock by stock", () => {
    const [product] = TINY.input.products;
    const input = { ...TINY.input, slots: 5 };
    const day = { ...product!, meanCups: product!.meanCups.slice(2, 7) };
    const options = { factor: 1, mostCups: 6, poursFreely: true, vesselPrice: 0 };
    expect(finished(solveDay(day, input, options)).cost).toBeCloseTo(searched(day, input), 9);
  });
});

/** The same day by trying every decision at every stock: slow and plain. */
function searched(product: PlanInput["products"][number], input: PlanInput): number {
  const { options, lostPerCup, pouredPerCup, stalePerCupMin, graceMin } = product;
  const known = new Map<string, number>();
  const best = (slot: number, cups: number, age: number, life: number): number => {
    const key = `${slot} ${cups} ${age} ${life}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    let least = goesOn(slot, cups, age, life);
    if (cups > 0) least = Math.min(least, pouredPerCup + best(slot, cups - 1, age, life));
    if (cups <= 6)
      for (const { fixed, cups: more, holdSlots } of options)
        least = Math.min(
          least,
          fixed + goesOn(slot, cups + more, 0, cups === 0 ? holdSlots : Math.max(life, holdSlots)),
        );
    known.set(key, least);
    return least;
  };
  const goesOn = (slot: number, cups: number, age: number, life: number): number => {
    const chances = countChances(product.meanCups[slot]!, product.varianceToMean, 60);
    const stale = stalePerCupMin * Math.max(0, (age + 0.5) * input.slotMin - graceMin);
    return chances.reduce((sum, chance, count) => {
      const served = Math.min(count, cups);
      const rest = cups - served;
      const now = lostPerCup * (count - served) + stale * served;
      const isLast = slot + 1 === input.slots;
      if (isLast) return sum + chance * (now + pouredPerCup * rest);
      const isOver = age + 1 === life;
      const next = isOver
        ? pouredPerCup * rest + best(slot + 1, 0, 0, life)
        : best(slot + 1, rest, age + 1, life);
      return sum + chance * (now + next);
    }, 0);
  };
  return best(0, 0, 0, options[0]!.holdSlots);
}

describe("demand", () => {
  test("scatters as it says: means and variances of a slot", () => {
    for (const [mean, ratio] of [
      [0.4, 1],
      [3, 1],
      [3, 1.6],
      [12, 4],
    ] as const) {
      const chances = countChances(mean, ratio, 200);
      const moment = (power: number) => chances.reduce((sum, chance, k) => sum + chance * k ** power, 0);
      expect(moment(0)).toBeCloseTo(1, 9);
      expect(moment(1)).toBeCloseTo(mean, 6);
      expect(moment(2) - moment(1) ** 2).toBeCloseTo(ratio * mean, 4);
    }
  });

  test("of drawn days is that of the chances, with the day's factor in it", () => {
    const slots = 40;
    const product = [{ meanCups: Array<number>(slots).fill(2), varianceToMean: 1.5 }];
    const factors = [
      { weight: 0.5, factor: 0.5 },
      { weight: 0.5, factor: 1.5 },
    ];
    const days = drawnDays(product, slots, factors, 400, seeded(5));
    const sums = days.map(([cups]) => cups!.reduce((sum, each) => sum + each, 0));
    const mean = sums.reduce((sum, each) => sum + each, 0) / sums.length;
    expect(mean).toBeGreaterThan(77);
    expect(mean).toBeLessThan(83);
    // The first half of the days is quiet, the second busy.
    expect(Math.max(...sums.slice(0, 200))).toBeLessThan(Math.min(...sums.slice(200)) + 30);
    expect(drawnDays(product, slots, factors, 400, seeded(5))).toEqual(days);
  });

  test("of a mean that is too large for its smallest chances is the mean", () => {
    const [[cups]] = drawnDays(
      [{ meanCups: [2000], varianceToMean: 1 }],
      1,
      USUAL_PLAN.dayFactors,
      1,
      seeded(1),
    ) as [[Uint16Array]];
    expect(cups[0]).toBeGreaterThan(1800);
    expect(cups[0]).toBeLessThan(2200);
  });
});

/** A day of one product, by hand. */
const HOUR = whole({
  slots: 12,
  prepSlots: 1,
  products: [
    {
      name: "house",
      meanCups: [0, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2],
      varianceToMean: 1,
      lostPerCup: 3,
      pouredPerCup: 0.5,
      stalePerCupMin: 0.01,
      graceMin: 10,
      options: [
        {
          card: "large",
          cups: 8,
          brewSlots: 2,
          handsMin: 2,
          vesselKind: "large",
          holdSlots: 6,
          iceKg: 0,
          fixed: 1,
        },
      ],
    },
  ],
  brewers: 1,
  handsMin: Array(12).fill(3),
  vessels: [{ kind: "large", count: 2 }],
});
const guests = (...cups: readonly number[]) => [
  Uint16Array.from({ length: 12 }, (_, slot) => cups[slot] ?? 0),
];
const levels = (level: number) => ({
  levels: [new Int16Array(12).fill(level)],
  pourRestCups: 0,
  scarceShare: 1,
});

describe("a day run by levels", () => {
  test("is what it is by hand", () => {
    // Begun in slot 0 and ready in slot 2: the two of slot 1 are lost. At two cups, in slot 4, the next is begun.
    const day = runDay(readyDay(HOUR), levels(2), guests(0, 2, 3, 3));
    const [pots] = day.pots;
    expect(pots!.map(({ readySlot, pouredCups, emptySlot }) => [readySlot, pouredCups, emptySlot])).toEqual([
      [2, 2, 8],
      [6, 8, 12],
    ]);
    expect(day.lostCups).toBe(2);
    expect(day.servedCups).toBe(6);
    // 3 cups 2.5 min old, 3 cups 7.5 min old.
    expect(day.cupMinutes).toBe(30);
    // Two lost, two batches, ten cups poured; none was older than the grace.
    expect(day.cost).toBeCloseTo(2 * 3 + 2 * 1 + 10 * 0.5, 9);
  });

  test("pours what is past its hold, and frees its vessel", () => {
    const one = { ...HOUR, vessels: [{ kind: "large", count: 1 }] };
    const day = runDay(readyDay(one), levels(20), guests(0, 0, 1));
    const [pots] = day.pots;
    expect(pots![0]).toMatchObject({ readySlot: 2, pouredCups: 7, emptySlot: 8 });
    expect(pots![1]).toMatchObject({ readySlot: 10 });
  });

  test("brews no pot that would be ready when the day is over, and none below its level", () => {
    const late = runDay(
      readyDay(HOUR),
      {
        levels: [Int16Array.from({ length: 12 }, (_, i) => (i >= 10 ? 9 : -1))],
        pourRestCups: 0,
        scarceShare: 1,
      },
      guests(),
    );
    expect(late.pots.flat()).toHaveLength(0);
    expect(runDay(readyDay(HOUR), levels(-1), guests(1, 1)).lostCups).toBe(2);
  });

  test("begins a pin in time, whatever the levels say, and counts one that cannot be", () => {
    const pinned = { ...HOUR, pins: [{ product: "house", card: "large", readySlot: 6 }] };
    const [pots] = runDay(readyDay(pinned), levels(-1), guests()).pots;
    expect(pots!.map(({ readySlot }) => readySlot)).toEqual([6]);
    const away = { ...pinned, forbidden: [{ resource: "brewer", fromSlot: 3, toSlot: 6 }] };
    expect(runDay(readyDay(away), levels(-1), guests()).missedPins).toBe(1);
    const none = { ...pinned, forbidden: [{ resource: "large", fromSlot: 0, toSlot: 12 }] };
    expect(runDay(readyDay(none), levels(20), guests()).pots.flat()).toHaveLength(0);
  });

  describe("leaves to a pin", () => {
    const readyOf = (input: PlanInput, level = 20) => {
      const { pots, missedPins } = runDay(readyDay(input), levels(level), guests());
      return { ready: pots[0]!.map(({ readySlot }) => readySlot), missedPins };
    };
    const pinnedAt = (readySlot: number) => ({
      ...HOUR,
      pins: [{ product: "house", card: "large", readySlot }],
    });

    test("a vessel, in the half hour before it", () => {
      expect(readyOf(HOUR).ready.slice(0, 2)).toEqual([2, 4]);
      expect(readyOf(pinnedAt(6))).toMatchObject({ ready: [2, 6, 10], missedPins: 0 });
    });

    test("its brewer, whether it has a name or is any of some", () => {
      const [product] = HOUR.products;
      const vessels = [{ kind: "large", count: 3 }];
      const anyOne = { ...pinnedAt(5), vessels };
      expect(readyOf(anyOne)).toMatchObject({ ready: [2, 5, 7, 10], missedPins: 0 });
      const options = product!.options.map((option) => ({ ...option, brewer: "tall" }));
      const named = { ...anyOne, brewers: 2, products: [{ ...product!, options }] };
      expect(readyOf(named)).toMatchObject({ ready: [2, 5, 7, 10], missedPins: 0 });
    });

    test("a brewer while it brews, and no longer", () => {
      // One of two is away from slot 4 on: the pin of slots 3 and 4 needs the other, a batch of slots 2 and 3 is done by then.
      const away = { resource: "brewer", fromSlot: 4, toSlot: 12 };
      const input = { ...pinnedAt(5), brewers: 2, vessels: [{ kind: "large", count: 4 }], forbidden: [away] };
      const once = { ...levels(-1), levels: [new Int16Array(12).fill(-1).fill(20, 2, 3)] };
      const { pots, missedPins } = runDay(readyDay(input), once, guests());
      expect([pots[0]!.map(({ readySlot }) => readySlot), missedPins]).toEqual([[4, 5], 0]);
    });

    test("the place of the smallest rest, where every vessel is in use", () => {
      const pot = { product: "house", vesselKind: "large", readySlot: -1, pourAtSlot: 12 };
      const full = {
        ...pinnedAt(2),
        pots: [
          { ...pot, cups: 5 },
          { ...pot, cups: 3 },
        ],
      };
      const day = runDay(readyDay(full), levels(-1), guests());
      expect(day.missedPins).toBe(0);
      expect(day.pots[0]!.map(({ pouredCups, emptySlot }) => [pouredCups, emptySlot])).toEqual([
        [5, 12],
        [3, 0],
        [8, 8],
      ]);
    });
  });

  test("a pinned batch is likely at its very time, the first of one day and the second of another", () => {
    const pin = { product: "house", card: "large", readySlot: 6 };
    const [option] = readyDay(HOUR).products[0]!.options;
    const at = (readySlot: number) => ({ option, readySlot, emptySlot: readySlot + 3, pouredCups: 0 });
    const days = [
      [at(3), at(6)],
      [at(6), at(9)],
      [at(3), at(6)],
    ].map((pots) => ({ pots: [pots] }));
    const likely = (pins: PlanInput["pins"]) =>
      likelyBrews({ products: HOUR.products, pins }, days as never).map(({ p50Slot }) => p50Slot);
    const begin = (readySlot: number) => readySlot - option!.brewSlots;
    expect(likely([pin])).toEqual([begin(6), begin(3)]);
    expect(likely([])).toEqual([begin(3), begin(6)]);
    expect(likely([{ ...pin, readySlot: 9 }])).toEqual([begin(3), begin(6)]);
  });

  test("goes on from what stands there now", () => {
    const later = {
      ...HOUR,
      nowSlot: 4,
      pots: [{ product: "house", cups: 3, vesselKind: "large", readySlot: 1, pourAtSlot: 7 }],
      brewing: [{ product: "house", cups: 8, vesselKind: "large", readySlot: 5, pourAtSlot: 11 }],
    };
    const day = runDay(readyDay(later), levels(-1), guests(9, 9, 9, 9, 1, 4));
    // Slots that are over ask for nothing; the oldest cups go first.
    expect(day.lostCups).toBe(0);
    expect(day.servedCups).toBe(5);
    expect(day.pouredCups).toBe(6);
    // One cup of 17.5 min, two of 22.5, two fresh ones of 2.5.
    expect(day.cupMinutes).toBe(17.5 + 45 + 5);
  });

  test("has no brewer while every one of them is under way, named or not", () => {
    const brewing = [{ product: "house", cups: 0, vesselKind: "large", readySlot: 3, pourAtSlot: 9 }];
    const [pots] = runDay(readyDay({ ...HOUR, brewing }), levels(20), guests()).pots;
    // The first of them is the one under way.
    expect(pots!.map(({ readySlot }) => readySlot).slice(0, 2)).toEqual([3, 5]);
  });

  test("leaves out a pin of a card that no product has any more", () => {
    const pins = [{ product: "house", card: "gone", readySlot: 6 }];
    expect(readyDay({ ...HOUR, pins }).pins).toEqual([]);
    expect(runDay(readyDay({ ...HOUR, pins }), levels(-1), guests()).missedPins).toBe(0);
  });

  test("pours a small rest only where that lets a pot be begun", () => {
    const products = [HOUR.products[0]!, { ...HOUR.products[0]!, name: "guest" }];
    const two = {
      ...HOUR,
      products,
      pots: [
        { product: "house", cups: 1, vesselKind: "large", readySlot: -1, pourAtSlot: 6 },
        { product: "house", cups: 7, vesselKind: "large", readySlot: -1, pourAtSlot: 6 },
      ],
    };
    const demand = [guests()[0]!, guests()[0]!];
    const rule = (pourRestCups: number) => ({
      levels: [new Int16Array(12).fill(-1), new Int16Array(12).fill(0)],
      pourRestCups,
      scarceShare: 1,
    });
    expect(runDay(readyDay(two), rule(1), demand).pots[1]![0]).toMatchObject({ readySlot: 2 });
    // Without the rest's vessel the first stands until its hold.
    expect(runDay(readyDay(two), rule(0), demand).pots[1]![0]).toMatchObject({ readySlot: 8 });
    const noHands = { ...two, handsMin: Array<number>(12).fill(1) };
    expect(runDay(readyDay(noHands), rule(1), demand).pouredCups).toBe(8);
    expect(runDay(readyDay(noHands), rule(1), demand).pots[0]![0]!.emptySlot).toBe(6);
  });
});

/** None, or so many that sixty days have some. */
const meanOf = fc.oneof(
  fc.constant(0),
  fc.integer({ min: 10, max: 60 }).map((tenths) => tenths / 10),
);
const dayArb = fc
  .record({
    means: fc.array(fc.array(meanOf, { minLength: 24, maxLength: 24 }), { minLength: 1, maxLength: 3 }),
    brewers: fc.integer({ min: 0, max: 3 }),
    hands: fc.integer({ min: 0, max: 6 }),
    large: fc.integer({ min: 0, max: 4 }),
    small: fc.integer({ min: 0, max: 3 }),
    levels: fc.array(fc.integer({ min: -1, max: 14 }), { minLength: 3, maxLength: 3 }),
    rest: fc.integer({ min: 0, max: 6 }),
    seed: fc.integer({ min: 0, max: 1e6 }),
  })
  .map(({ means, brewers, hands, large, small, levels: each, rest, seed }) => {
    const input = whole({
      slots: 24,
      prepSlots: 2,
      products: means.map((meanCups, i) => ({ ...TINY.input.products[i % 2]!, name: `p${i}`, meanCups })),
      brewers,
      handsMin: Array<number>(24).fill(hands),
      vessels: [
        { kind: "large", count: large },
        { kind: "small", count: small },
      ],
      ice: TINY.input.ice,
    });
    const rule = {
      levels: means.map((_, i) => new Int16Array(24).fill(each[i]!)),
      pourRestCups: rest,
      scarceShare: 0.8,
    };
    const [demand] = drawnDays(input.products, 24, input.dayFactors, 1, seeded(seed)) as [Uint16Array[]];
    return { input, rule, demand: demand!, seed };
  });

describe("any day", () => {
  test("serves, loses or pours every cup, and keeps within brewers, vessels, hands and ice", () => {
    fc.assert(
      fc.property(dayArb, ({ input, rule, demand }) => {
        const day = runDay(readyDay(input), rule, demand);
        const wanted = demand.reduce((sum, cups) => sum + cups.reduce((all, each) => all + each, 0), 0);
        expect(day.servedCups + day.lostCups).toBe(wanted);
        const pots = day.pots.flat();
        const brewed = pots.reduce((sum, { option }) => sum + option!.cups, 0);
        expect(brewed).toBe(day.servedCups + day.pouredCups);
        for (let slot = 0; slot < input.slots; slot++) {
          const begun = pots.filter(({ readySlot, option }) => readySlot - option!.brewSlots === slot);
          const running = pots.filter(
            ({ readySlot, option }) => slot >= readySlot - option!.brewSlots && slot < readySlot,
          );
          expect(running.length).toBeLessThanOrEqual(input.brewers);
          expect(begun.reduce((sum, { option }) => sum + option!.handsMin, 0)).toBeLessThanOrEqual(
            input.handsMin[slot]!,
          );
          for (const { kind, count } of input.vessels) {
            const held = pots.filter(
              ({ option, readySlot, emptySlot }) =>
                option!.vesselKind === kind && slot >= readySlot - option!.brewSlots && slot < emptySlot,
            );
            expect(held.length).toBeLessThanOrEqual(count);
          }
        }
        for (const { readySlot, emptySlot, option } of pots)
          expect(emptySlot - readySlot).toBeLessThanOrEqual(option!.holdSlots);
      }),
      { numRuns: 60 },
    );
  });

  test("costs no less than its bound, whatever it is run by", () => {
    fc.assert(
      fc.property(dayArb, ({ input, rule, seed }) => {
        const demands = drawnDays(input.products, input.slots, input.dayFactors, 60, seeded(seed));
        const day = readyDay(input);
        const costs = demands.map((demand) => runDay(day, rule, demand).cost);
        const mean = costs.reduce((sum, cost) => sum + cost, 0) / costs.length;
        const sd = Math.sqrt(costs.reduce((sum, cost) => sum + (cost - mean) ** 2, 0) / costs.length);
        const bound = input.products.reduce((sum, product) => sum + finished(boundOf(product, input, 4)), 0);
        expect(mean).toBeGreaterThanOrEqual(bound - 4 * (sd / Math.sqrt(costs.length)) - 1e-9);
      }),
      { numRuns: 30 },
    );
  });
});

describe("a plan", () => {
  const plan = planned({ ...TINY.input, days: 60 });

  test("is the same for the same seed, and says what it brings", () => {
    expect(planned({ ...TINY.input, days: 60 })).toEqual(plan);
    expect(plan.levels).toHaveLength(2);
    expect(plan.forecast.cost).toBeGreaterThan(plan.boundCost);
    expect(plan.forecast.cost).toBeLessThanOrEqual(plan.baselines.whenEmpty);
    expect(plan.boundPerProduct[0]).toBeCloseTo(TINY.boundPerProduct[0]!, 4);
    expect(plan.oneMore.map(({ resource }) => resource)).toEqual(["large", "small", "brewer", "hands"]);
  });

  test("costs no more with one more vessel, within its error", () => {
    const fewer = {
      ...TINY.input,
      vessels: [
        { kind: "large", count: 1 },
        { kind: "small", count: 0 },
      ],
    };
    const scarce = planned({ ...fewer, days: 60 });
    const vessel = scarce.oneMore.find(({ resource }) => resource === "large")!;
    expect(vessel.cost).toBeLessThanOrEqual(scarce.forecast.cost + 2 * scarce.forecast.standardError);
  });

  test("of a product without a way to brew it loses what is asked for", () => {
    const [product] = HOUR.products;
    const none = planned({ ...HOUR, products: [{ ...product!, options: [] }], days: 20 });
    expect(none.levels[0]!.every((level) => level === -1)).toBe(true);
    expect(none.forecast.lostCups).toBeGreaterThan(15);
    expect(none.boundCost).toBeCloseTo(3 * 22, 9);
  });

  test("of a day without guests brews nothing, and costs nothing", () => {
    const [product] = HOUR.products;
    const quiet = planned({
      ...HOUR,
      products: [{ ...product!, meanCups: Array<number>(12).fill(0) }],
      days: 20,
    });
    expect(quiet.forecast).toMatchObject({ cost: 0, brews: 0 });
    expect(planned({ ...HOUR, products: [], days: 20 }).forecast.cost).toBe(0);
  });

  test("of half an hour, of a whole day, and of five thousand cups says what cannot be served", () => {
    const [product] = TINY.input.products;
    const day = (slots: number, cups: number, hold = 24): PlanInput => ({
      ...TINY.input,
      slots,
      prepSlots: 0,
      days: 10,
      products: [
        {
          ...product!,
          meanCups: new Array<number>(slots).fill(cups / slots),
          options: product!.options.map((option) => ({ ...option, holdSlots: hold })),
        },
      ],
      handsMin: new Array<number>(slots).fill(5),
    });
    const lost = (input: PlanInput) => firstOf(input).forecast.lostCups;
    expect(lost(day(6, 4))).toBeGreaterThan(0);
    expect(firstOf(day(288, 100)).levels[0]!.length).toBe(288);
    expect(lost(day(288, 100))).toBeLessThan(20);
    // More than all brewers and vessels of a tiny house can give.
    expect(lost(day(144, 5000))).toBeGreaterThan(4000);
    // A pot that is past before the next is brewed is still better than none.
    expect(lost(day(144, 300, 1))).toBeLessThan(300);
  });

  test("has levels that a shorter hold and a cheaper loss lower", () => {
    const rule = (change: object) => {
      const [product] = HOUR.products;
      return finished(ruleInTurns({ ...HOUR, products: [{ ...product!, ...change }] }));
    };
    const sum = (change: object) => rule(change).levels[0]!.reduce((all, level) => all + level, 0);
    expect(sum({ lostPerCup: 0.3 })).toBeLessThan(sum({}));
  });

  test("tuned on its days costs no more there than untuned levels", () => {
    const day = readyDay(TINY.input);
    const demands = drawnDays(
      TINY.input.products,
      TINY.input.slots,
      TINY.input.dayFactors,
      60,
      seeded(1 + 7919),
    );
    const tuned = finished(meanCost(day, finished(ruleInTurns(TINY.input)), demands));
    const fixed = finished(
      meanCost(
        day,
        {
          levels: TINY.input.products.map(() => new Int16Array(TINY.input.slots)),
          pourRestCups: 0,
          scarceShare: 1,
        },
        demands,
      ),
    );
    expect(tuned).toBeLessThanOrEqual(fixed);
  });
});
