import { describe, expect, test } from "vitest";
import { CHOUGH_DIAL } from "#tests/trials.ts";
import { changedSince, type Question, readingOf, seenTrial, type TriedBatch, type Wanted } from "./index.ts";
import { meteredOf } from "./reading.ts";

const WANTED: Wanted = {
  serve: "hot",
  method: "batch",
  brewTimeS: 350,
  yieldG: 2850,
  waterTempC: 93,
  doseMaxG: 230,
  window: { strengthPct: [1.2, 1.6], extractionPct: [18, 22] },
};
const QUESTION: Question = {
  wanted: WANTED,
  grinderId: "chough",
  curveVersion: 2,
  dial: CHOUGH_DIAL,
  prior: { from: "forecast", setting: 10.5, sd: 2 },
  budgetG: 900,
  bothSides: false,
  strongerBy: "ratio",
};
const BATCH: TriedBatch = {
  id: "one",
  grinderId: "chough",
  dialSetting: 10.5,
  doseG: 202,
  waterG: 3229,
  iceG: 0,
  yieldG: 2800,
  brewTimeS: 350,
  strengthPct: null,
  sampledAt: null,
  bed: null,
  wall: null,
  taste: [],
  liked: null,
  at: "2026-07-14T08:30:00.000Z",
  filterId: "paper",
  curveVersion: 2,
  roastedOn: "2026-07-04",
  read: { signs: {}, waterTempC: null, liked: null, promise: null, changed: [] },
  tasted: [],
};
const batch = (change: Partial<TriedBatch> = {}): TriedBatch => ({ ...BATCH, ...change });
const TOO_FINE = { brewTimeS: 440, wall: "high", taste: ["dry"] } as const;
const TOO_COARSE = { brewTimeS: 280, bed: "flat", taste: ["sharp", "thin"] } as const;
const RIGHT = {
  liked: true,
  bed: "flat",
  tasted: [{ minutes: 15, tempC: 54, sweetness: "right", acidity: "right", clarity: "clean" }],
} as const;

describe("a batch as it is judged", () => {
  const signsOf = (change: Partial<TriedBatch>) => readingOf(batch(change), undefined, WANTED).signs;

  test("its time and its yield stand beside what was planned", () => {
    expect(signsOf({ brewTimeS: 350 }).time).toBe("right");
    expect(signsOf({ brewTimeS: 440 }).time).toBe("long");
    expect(signsOf({ brewTimeS: 280 }).time).toBe("short");
    expect(signsOf({ brewTimeS: null }).time).toBeUndefined();
    expect(signsOf({ yieldG: 2500 }).yield).toBe("short");
  });

  test("what somebody says of it goes before what its figures say", () => {
    const read = { ...BATCH.read, signs: { time: "right", bed: "sloped" } } as const;
    expect(signsOf({ brewTimeS: 600, bed: "flat", read })).toMatchObject({ time: "right", bed: "sloped" });
  });

  test("what the log says of its bed, its wall and its cup is in it, and nothing where it says nothing", () => {
    const read = readingOf(batch({ bed: "flat", wall: "high", taste: ["sharp", "thin"] }), undefined, WANTED);
    expect(read.signs).toEqual({ bed: "flat", wall: "high", time: "right", yield: "right" });
    const cup = { acidity: "sharp", strength: "thin" };
    expect(read.tasted).toEqual([{ minutes: 5, ...cup }]);
    const iced = readingOf(batch({ taste: ["sharp", "thin"] }), undefined, { ...WANTED, serve: "iced" });
    expect(iced.tasted).toEqual([{ minutes: 1, ...cup }]);
    const silent = readingOf(batch(), undefined, WANTED);
    expect(silent.signs).toEqual({ time: "right", yield: "right" });
    expect(silent.tasted).toEqual([]);
    const words = [{ minutes: 15, sweetness: "right" }] as const;
    expect(readingOf(batch({ tasted: words }), undefined, WANTED).tasted).toEqual(words);
  });

  test("days off roast are whole ones, and none where nobody knows the roast", () => {
    expect(readingOf(batch(), undefined, WANTED).measured).toEqual({ daysOffRoast: 10 });
    expect(readingOf(batch({ roastedOn: "2026-07-20" }), undefined, WANTED).measured).toEqual({
      daysOffRoast: 0,
    });
    expect(readingOf(batch({ roastedOn: null }), undefined, WANTED).measured).toEqual({});
  });

  test("a strength without a yield is the cup's, but not before the ice; of nothing it says nothing", () => {
    const metered = (change: Partial<TriedBatch>) =>
      meteredOf(batch({ strengthPct: 1.4, sampledAt: "inGlass", ...change }));
    expect(metered({ yieldG: null })).toEqual({ strengthPct: 1.4 });
    expect(metered({ yieldG: null, sampledAt: "beforeIce" })).toEqual({});
    expect(metered({ yieldG: 1000, iceG: 1000, sampledAt: "beforeIce" })).toEqual({});
    expect(metered({ strengthPct: null })).toEqual({});
  });

  test("over the paper: whether the dose fits is known", () => {
    const read = { ...BATCH.read, signs: { slurry: "over" } } as const;
    expect(signsOf({ read }).doseFits).toBe(true);
    expect(signsOf({ read, doseG: 240 }).doseFits).toBe(false);
  });

  test("a strength is of the cup: what was sampled before the ice is thinned by it", () => {
    const iced = batch({
      iceG: 1100,
      waterG: 1667,
      yieldG: 2377,
      strengthPct: 2.4,
      sampledAt: "beforeIce",
      doseG: 184,
    });
    const { metered } = readingOf(iced, undefined, { ...WANTED, serve: "iced" });
    expect(metered?.strengthPct).toBeCloseTo((2.4 * 1277) / 2377, 6);
    expect(metered?.extractionPct).toBeCloseTo((2.4 * 1277) / 184, 6);
    const hot = readingOf(batch({ strengthPct: 1.4 }), undefined, WANTED).metered;
    expect(hot?.extractionPct).toBeCloseTo((1.4 * 2800) / 202, 6);
  });
});

describe("what changed since the batch before", () => {
  test.each<[string, Partial<TriedBatch>, string[]]>([
    ["nothing", {}, []],
    ["the dial", { dialSetting: 11 }, ["dial"]],
    ["a scale's scatter", { doseG: 203 }, []],
    ["the ratio alone", { doseG: 210 }, ["ratio"]],
    ["the size alone", { doseG: 150, waterG: 2398 }, ["batch"]],
    ["dial and bag", { dialSetting: 9, roastedOn: "2026-07-12" }, ["dial", "bag"]],
    ["other burrs", { curveVersion: 3 }, ["burrs"]],
    ["ice", { iceG: 300 }, ["ratio", "ice"]],
    ["what somebody says", { read: { ...BATCH.read, changed: ["agitation"] } }, ["agitation"]],
  ])("%s", (_, change, names) => {
    expect(changedSince(batch(change), BATCH)).toEqual(names);
  });

  test("the first batch has none before it", () => {
    expect(changedSince(batch({ dialSetting: 3 }), undefined)).toEqual([]);
  });
});

describe("a trial", () => {
  test("begins at its prior, rounded to the dial", () => {
    const { next, done, batchesLeft } = seenTrial(QUESTION, [], 202);
    expect({ next, done, batchesLeft }).toEqual({ next: 10.5, done: undefined, batchesLeft: 4 });
  });

  test("goes coarser after too fine, and between the two after both", () => {
    const first = batch({ dialSetting: 8, ...TOO_FINE });
    const second = batch({ id: "two", dialSetting: 14, ...TOO_COARSE });
    const after = seenTrial(QUESTION, [first], 202);
    expect(after.next).toBeGreaterThan(10);
    const both = seenTrial(QUESTION, [first, second], 202);
    expect(both.next).toBeGreaterThan(8.5);
    expect(both.next).toBeLessThan(13.5);
    expect(both.proved?.tooFineTo).toBeGreaterThanOrEqual(7.5);
    expect(both.proved?.tooCoarseFrom).toBeLessThanOrEqual(15);
  });

  test("ends when a batch is right, liked and likely within what is liked", () => {
    const sure = { ...QUESTION, prior: { from: "learned", setting: 10.5, sd: 1 } } as const;
    expect(seenTrial(sure, [batch(RIGHT)], 202).done).toBe("sure");
    expect(seenTrial(sure, [batch({ ...RIGHT, liked: null })], 202).done).toBeUndefined();
    const thin = {
      tasted: [{ minutes: 8, strength: "thin", acidity: "right", bitterness: "right" }],
    } as const;
    expect(
      seenTrial(sure, [batch({ ...thin, strengthPct: 1.12, doseG: 160, liked: true })], 202).done,
    ).toBeUndefined();
    // Liked, and yet not right by what was seen of it.
    expect(seenTrial(sure, [batch({ ...TOO_COARSE, liked: true })], 202).done).toBeUndefined();
    expect(
      seenTrial({ ...QUESTION, prior: { ...sure.prior, sd: 4 } }, [batch(RIGHT)], 202).done,
    ).toBeUndefined();
  });

  test("a thin cup is mended by more coffee, or by the grind where the house does so", () => {
    const thin = batch({
      tasted: [{ minutes: 8, strength: "thin", acidity: "right", bitterness: "right" }],
      strengthPct: 1.12,
      doseG: 160,
    });
    const byRatio = seenTrial(QUESTION, [thin], 160);
    expect(byRatio.batches[0]!.judgement.change).toMatchObject({
      variable: "ratio",
      direction: "moreCoffee",
    });
    const byGrind = seenTrial({ ...QUESTION, strongerBy: "grind" }, [thin], 160);
    expect(byGrind.batches[0]!.judgement.change).toEqual({ variable: "dial", direction: "finer" });
    expect(byGrind.next).toBe(9.5);
  });

  test("ends when the coffee set aside makes no batch more", () => {
    expect(seenTrial({ ...QUESTION, budgetG: 400 }, [batch()], 202).done).toBe("coffeeGone");
  });

  test("a batch on older burrs or another grinder, or without its setting, does not count", () => {
    const { batches, input } = seenTrial(
      QUESTION,
      [batch({ curveVersion: 1 }), batch({ grinderId: "dunlin" }), batch({ dialSetting: null }), batch()],
      202,
    );
    expect(batches.map(({ counts }) => counts)).toEqual([false, false, false, true]);
    expect(input.batches).toHaveLength(1);
  });

  test("a lead who wants to see both sides is sent to each, then to the middle", () => {
    const both = { ...QUESTION, bothSides: true };
    const first = seenTrial(both, [], 202);
    expect([first.nextSide, first.next]).toEqual(["finer", 7.5]);
    const fine = batch({ dialSetting: 7.5, ...TOO_FINE });
    expect(seenTrial(both, [fine], 202).nextSide).toBe("coarser");
    const coarse = batch({ dialSetting: 14, ...TOO_COARSE });
    expect(seenTrial(both, [fine, coarse], 202).nextSide).toBeUndefined();
  });
});
