import { describe, expect, test } from "vitest";
import type { Bench } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import { judge, type Reading } from "#core/trial";
import { firstState } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { amountsAfter, nextChoice, type SeenBatch } from "./index.ts";

const BASE = { doseG: 200, iceG: 1100 };
const STEPS = { doseG: 1, iceG: 50 };
const WINDOW = { strengthPct: [1.2, 1.6], extractionPct: [18, 22] } as const;

const after = (change: Partial<Reading>, base = BASE) => {
  const reading: Reading = {
    serve: "hot",
    method: "batch",
    signs: {},
    tasted: [],
    window: WINDOW,
    ...change,
  };
  return amountsAfter({ reading, judgement: judge(reading) } as SeenBatch, base, STEPS);
};
const metered = (strengthPct: number) => ({ metered: { strengthPct, extractionPct: 20 } });

describe("the choice of the next batch", () => {
  const sheet = {
    chosen: firstState(BENCH),
    input: { serve: "hot" },
    result: { rounded: { doseG: 202, iceG: 0, brewWaterG: 3229, bypassG: 0 } },
  } as unknown as CardSheet;
  const next = (doseG: number, bench: Pick<Bench, "brewers" | "settings"> = BENCH) =>
    nextChoice(sheet, 11, { doseG, iceG: 0 }, bench);

  test("is the base at another setting, with its masses pinned where the coffee is another", () => {
    expect(next(202)).toEqual({ ...sheet.chosen, grind: 11 });
    const more = next(212);
    expect(more.grind).toBe(11);
    expect(more.pins).toContainEqual({ name: "doseG", value: 212 });
    expect(more.pins).not.toEqual(sheet.chosen.pins);
  });

  test("leaves the pins alone where its brewer is off the bench", () => {
    const others = BENCH.brewers.map((brewer) => ({ ...brewer, id: "turnstone" }));
    expect(next(212, { ...BENCH, brewers: others }).pins).toEqual(sheet.chosen.pins);
  });
});

test("the first batch, one that is right and one whose dial changes leave coffee and ice as they are", () => {
  expect(amountsAfter(undefined, BASE, STEPS)).toEqual(BASE);
  expect(after({})).toEqual(BASE);
  expect(after({ signs: { wall: "high", time: "long" } })).toEqual(BASE);
});

test("a ratio moves to the middle of what is liked, by the meter, and no further than a tenth", () => {
  // 1.4 in the middle: 1.15 is a fifth off, and 1.7 by as much.
  expect(after(metered(1.15))).toEqual({ doseG: 220, iceG: 1100 });
  expect(after(metered(1.7))).toEqual({ doseG: 180, iceG: 1100 });
  // From 1.16 to 1.23: six in a hundred.
  const narrow = { ...WINDOW, strengthPct: [1.2, 1.26] } as const;
  const thin = [{ minutes: 8, strength: "thin" }] as const;
  expect(after({ ...metered(1.16), window: narrow, tasted: thin }).doseG).toBe(212);
});

test("without a meter it moves by a twentieth, which can be tasted", () => {
  const thin = { tasted: [{ minutes: 8, strength: "thin", acidity: "right", bitterness: "right" }] } as const;
  expect(after(thin)).toEqual({ doseG: 210, iceG: 1100 });
  // A hand cup is weighed finer.
  expect(after(thin, { doseG: 22, iceG: 0 }).doseG).toBeCloseTo(23.1, 9);
});

test("ice moves by a tenth, on the scoop's step, and by one step at least", () => {
  const warm = { serve: "iced", signs: { finalTemp: "warm" } } as const;
  expect(after(warm).iceG).toBe(1200);
  expect(after(warm, { doseG: 24, iceG: 138 }).iceG).toBe(150);
  const cold = { serve: "iced", signs: { finalTemp: "cold", iceLeft: "more" } } as const;
  expect(after(cold).iceG).toBe(1000);
});
