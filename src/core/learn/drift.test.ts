import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { forecastBrew } from "#core/brew";
import { fitCurve, umAt } from "#core/grind";
import { type Random, seeded } from "#core/random";
import { must } from "#core/result";
import { onFulmar } from "#tests/brews.ts";
import { CHOUGH_CURVE } from "#tests/grinders.ts";
import { expectPrinted } from "#tests/printed.ts";
import { SIGNALS, type Signal, watch } from "./index.ts";

const steady = (count: number, random: Random, { level = 300, sd = 8 } = {}) =>
  Array.from({ length: count }, () => level + sd * random.normal());

describe("a watched series", () => {
  test("quiet batches are one stretch, with their limits", () => {
    const { changes, stretches } = watch(steady(120, seeded(1)), "time");
    expect(changes).toEqual([]);
    expect(stretches).toHaveLength(1);
    const [{ from, to, centre, low, high }] = stretches as [(typeof stretches)[number]];
    expect([from, to]).toEqual([0, 119]);
    expect(centre).toBeCloseTo(300, -1);
    expect(high - low).toBeGreaterThan(30);
    expect(high - low).toBeLessThan(75);
  });

  test("a level that moves is noticed, dated to within a few batches, and its size is told", () => {
    const random = seeded(2);
    const { changes, stretches } = watch(
      [...steady(60, random), ...steady(40, random, { level: 330 })],
      "time",
    );
    expect(changes).toHaveLength(1);
    const [{ since, noticed, share }] = changes as [(typeof changes)[number]];
    expect(Math.abs(since - 60)).toBeLessThan(4);
    expect(noticed).toBeLessThan(68);
    expect(share).toBeCloseTo(0.1, 1);
    expect(stretches.map(({ centre }) => Math.round(centre / 10))).toEqual([30, 33]);
  });

  test("one spilt pot is no change, nor are figures that never vary", () => {
    const values = steady(60, seeded(3), { level: 2800, sd: 10 });
    values[40] = 2100;
    expect(watch(values, "time").changes).toEqual([]);
    expect(
      watch(
        Array.from({ length: 50 }, () => 5),
        "strength",
      ).changes,
    ).toEqual([]);
    expect(watch([], "yield")).toEqual({ changes: [], stretches: [] });
    expect(watch([1, 2, 3], "yield").changes).toEqual([]);
  });

  test("stretches follow each other without a gap, whatever the values", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 1000, noNaN: true }), { minLength: 1, maxLength: 80 }),
        (values) => {
          const { stretches, changes } = watch(values, "time");
          expect(stretches[0]?.from).toBe(0);
          expect(stretches.at(-1)?.to).toBe(values.length - 1);
          for (const [i, stretch] of stretches.slice(1).entries())
            expect(stretch.from).toBe(stretches[i]!.to + 1);
          expect(changes).toHaveLength(stretches.length - 1);
        },
      ),
    );
  });
});

/*
 * Batches of the demo house's big brewer as days scatter them: hands and grinder move the grind by 1.2 %, a clock is
 * read to 5 s, a meter to 0.012 points, a pot to 10 g in 2,800. What a step of the dial does is the forecast's.
 */
const CURVE = must(fitCurve(CHOUGH_CURVE));
const brewAt = (setting: number) =>
  must(forecastBrew({ ...onFulmar(205, 3282), grindUm: umAt(CURVE, setting) }));
const STEP = Math.log(umAt(CURVE, 10.5) / umAt(CURVE, 10));
const [HERE, FINER] = [brewAt(10.5), brewAt(10)];
const perGrind = (read: (brew: typeof HERE) => number) => Math.log(read(FINER) / read(HERE)) / STEP;
const OF_GRIND = {
  time: perGrind(({ brewTimeS }) => brewTimeS),
  strength: perGrind(({ strengthPct }) => strengthPct),
};

/** One batch's figures; `finer` is by how much the grinder has moved, in ln µm. */
function batchOf(random: Random, meteredShare: number, finer = 0): Partial<Record<Signal, number>> {
  const grind = finer + 0.012 * random.normal();
  const { brewTimeS, strengthPct, yieldG } = HERE;
  const metered = strengthPct * Math.exp(OF_GRIND.strength * grind) + 0.012 * random.normal();
  return {
    time: Math.round(brewTimeS * Math.exp(OF_GRIND.time * grind) + 5 * random.normal()),
    yield: Math.round(yieldG + 10 * random.normal()),
    ...(random.share() < meteredShare && { strength: Math.round(100 * metered) / 100 }),
  };
}
const seriesOf = (batches: readonly Partial<Record<Signal, number>>[], signal: Signal) =>
  batches.flatMap((batch) => batch[signal] ?? []);

const QUIET = { houses: 150, days: 56 };
const DELAY = { runs: 500, before: 60, after: 80 };

/** False alarms per quiet day of a house with three standards and twelve batches a day. */
function falseAlarms(meteredShare: number): number {
  const random = seeded(20_261);
  let alarms = 0;
  for (let house = 0; house < QUIET.houses; house++) {
    for (const aDay of [7, 3, 2]) {
      const batches = Array.from({ length: aDay * QUIET.days }, () => batchOf(random, meteredShare));
      for (const signal of SIGNALS) alarms += watch(seriesOf(batches, signal), signal).changes.length;
    }
  }
  return alarms / (QUIET.houses * QUIET.days);
}

/** After how many batches, all of them metered, a grinder that has moved by so many steps of its dial is noticed. */
function delay(steps: number, signal: Signal) {
  const random = seeded(20_262);
  const all = Array.from({ length: DELAY.runs }, () => {
    const batches = Array.from({ length: DELAY.before + DELAY.after }, (_, i) =>
      batchOf(random, 1, i < DELAY.before ? 0 : steps * STEP),
    );
    const { changes } = watch(seriesOf(batches, signal), signal);
    const noticed = changes.find((change) => change.noticed >= DELAY.before)?.noticed ?? Infinity;
    return noticed - DELAY.before + 1;
  }).toSorted((a, b) => a - b);
  return { half: all[all.length / 2]!, nineInTen: all[0.9 * all.length]! };
}

test("what it costs and how fast it is", () => {
  const [usual, metered] = [falseAlarms(1 / 4), falseAlarms(1)];
  expect(usual).toBeLessThan(1 / 200);
  expect(metered).toBeLessThan(1 / 200);
  const steps = [1, 2, 3].map((count) => ({
    count,
    meter: delay(count, "strength"),
    clock: delay(count, "time"),
  }));
  expect(steps[0]!.meter.half).toBeLessThanOrEqual(8);
  for (const { count, meter, clock } of steps.slice(1)) {
    expect(meter.nineInTen, `${count} steps by the meter`).toBeLessThanOrEqual(8);
    expect(clock.half, `${count} steps by the clock`).toBeLessThanOrEqual(8);
  }
  const seen = (batches: number) => (Number.isFinite(batches) ? batches : "not within 80");
  expectPrinted([
    `| one pot in four metered | 1 in ${Math.round(1 / usual)} |`,
    `| every pot metered | 1 in ${Math.round(1 / metered)} |`,
    ...steps.map(
      ({ count, meter, clock }) =>
        `| ${count} | ${[meter.half, meter.nineInTen, clock.half, clock.nineInTen].map(seen).join(" | ")} |`,
    ),
  ]);
});
