import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { seeded } from "#core/random";
import { asRead, CHOUGH_DIAL, surely, USUAL_WIDTHS } from "#tests/trials.ts";
import bracketCases from "#tests/vectors/bracket.json" with { type: "json" };
import sameCupCases from "#tests/vectors/sameCup.json" with { type: "json" };
import {
  type BracketInput,
  batchesNeeded,
  beliefOf,
  bracket,
  cupsToDecide,
  type JudgedBatch,
  type Judging,
  provedEnds,
  type SameCupInput,
  sameCup,
  verdictAt,
} from "./index.ts";
import { normalShare } from "./normal.ts";

const near = (actual: object, wanted: object) => {
  for (const [key, value] of Object.entries(wanted)) {
    const got = (actual as Record<string, unknown>)[key];
    if (typeof value !== "number") expect(got).toBe(value);
    else
      expect(Math.abs((got as number) - value), key).toBeLessThanOrEqual(
        1e-6 * Math.max(Math.abs(value), value === 0 ? 1 : 0),
      );
  }
};

test.each(bracketCases.map((each) => [each.name, each] as const))("bracket: %s", (_, { input, output }) => {
  near(bracket(input as BracketInput), output);
});

test.each(sameCupCases.map((each) => [each.name, each] as const))("same cup: %s", (_, { input, output }) => {
  near(sameCup(input as SameCupInput), output);
});

describe("the normal distribution", () => {
  test.each([
    [0, 0.5],
    [1, 0.841344746068543],
    [-1.2815515655446004, 0.1],
    [-5, 2.866515718791939e-7],
    [-20, 2.753624118606234e-89],
    [3.5, 0.9997673709209645],
  ])("below %f lies %f", (z, share) => {
    expect(Math.abs(normalShare(z) / share - 1)).toBeLessThan(1e-12);
  });
});

const DIAL = CHOUGH_DIAL;
const shares = fc
  .tuple(fc.integer({ min: 1, max: 100 }), fc.integer({ min: 1, max: 100 }), fc.integer({ min: 1, max: 100 }))
  .map(([a, b, c]) => ({ tooFine: a / (a + b + c), tooCoarse: b / (a + b + c), right: c / (a + b + c) }));
const batch = fc
  .record({ steps: fc.integer({ min: 0, max: 48 }), said: shares })
  .map(({ steps, said }): JudgedBatch => ({ setting: steps / 2, ...said }));
const inputs = fc.record({
  dial: fc.constant(DIAL),
  prior: fc.record({
    setting: fc.integer({ min: 0, max: 96 }).map((n) => n / 4),
    sd: fc.double({ min: 0.5, max: 5, noNaN: true }),
  }),
  batches: fc.array(batch, { maxLength: 6 }),
  likedHalfWidth: fc.constant(1),
  tasteSd: fc.constant(0.75),
});

describe("properties of the bracket", () => {
  test("a mirrored dial mirrors the answer to a quarter step; what is next has its tie to the coarser", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const mirror = (setting: number) => 24 - setting;
        const there = bracket(input);
        const back = bracket({
          ...input,
          dial: { ...DIAL, higherIs: "finer" },
          prior: { ...input.prior, setting: mirror(input.prior.setting) },
          batches: input.batches.map((each) => ({ ...each, setting: mirror(each.setting) })),
        });
        const quarter = DIAL.step / 4 + 1e-9;
        expect(Math.abs(mirror(back.median) - there.median)).toBeLessThanOrEqual(quarter);
        expect(Math.abs(mirror(back.low) - there.high)).toBeLessThanOrEqual(quarter);
        expect(Math.abs(mirror(back.high) - there.low)).toBeLessThanOrEqual(quarter);
        expect(Math.abs(mirror(back.mean) - there.mean)).toBeLessThan(1e-6);
        expect(Math.abs(mirror(back.next) - there.next)).toBeLessThanOrEqual(DIAL.step);
      }),
    );
  });

  test("the order of the batches does not matter", () => {
    fc.assert(
      fc.property(inputs, fc.integer({ min: 1, max: 5 }), (input, turn) => {
        const last = input.batches.at(-1);
        if (!last) return;
        const others = input.batches.slice(0, -1);
        const turned = [...others.slice(turn), ...others.slice(0, turn), last];
        near(bracket({ ...input, batches: turned }), { ...bracket(input) });
      }),
    );
  });

  test("a batch that is too fine never moves the middle finer; one that is too coarse never coarser", () => {
    fc.assert(
      fc.property(inputs, fc.integer({ min: 0, max: 48 }), (input, steps) => {
        const before = bracket(input).median;
        const medianAfter = (said: Omit<JudgedBatch, "setting">) =>
          bracket({ ...input, batches: [...input.batches, { setting: steps / 2, ...said }] }).median;
        expect(medianAfter({ tooFine: 1, tooCoarse: 0, right: 0 })).toBeGreaterThanOrEqual(before);
        expect(medianAfter({ tooFine: 0, tooCoarse: 1, right: 0 })).toBeLessThanOrEqual(before);
      }),
    );
  });

  test("weights add up to 1, whatever contradicts whatever", () => {
    fc.assert(
      fc.property(fc.array(batch, { maxLength: 20 }), (batches) => {
        const one = { tooFine: 1, tooCoarse: 0, right: 0 };
        const other = { tooFine: 0, tooCoarse: 1, right: 0 };
        const { weights } = beliefOf({
          dial: { ...DIAL, max: 96 },
          prior: { setting: 3, sd: 0.1 },
          batches: [...batches, { setting: 96, ...one }, { setting: 0, ...other }],
          likedHalfWidth: 1,
          tasteSd: 0.05,
        });
        expect(weights.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 9);
      }),
    );
  });
});

/** Houses whose right setting is drawn from the prior; each brews three times, and the range holds it or not. */
function heldIn100(judging: Judging): number {
  const random = seeded(20260714);
  const houses = 2000;
  let held = 0;
  for (let house = 0; house < houses; house++) {
    let right = -1;
    while (right < 0 || right > 24) right = 12 + 4 * random.normal();
    const batches: JudgedBatch[] = [];
    const input = { dial: DIAL, prior: { setting: 12, sd: 4 }, ...USUAL_WIDTHS };
    for (let i = 0; i < 3; i++) {
      const { next } = bracket({ ...input, batches });
      batches.push({ setting: next, ...judging(verdictAt(right - next, input), random) });
    }
    const { low, high } = bracket({ ...input, batches });
    if (right >= low && right <= high) held++;
  }
  return (100 * held) / houses;
}

describe("the range holds what it promises, in 2,000 houses", () => {
  test("with verdicts that are sure", () => {
    const held = heldIn100(surely);
    expect(held).toBeGreaterThanOrEqual(78);
    expect(held).toBeLessThanOrEqual(82);
  });

  test("with shares as they are judged", () => {
    expect(heldIn100(asRead)).toBeGreaterThanOrEqual(78);
  });
});

describe("how many more batches", () => {
  const INPUT = { dial: DIAL, prior: { setting: 12, sd: 4 }, batches: [], ...USUAL_WIDTHS };

  test("a surer start needs fewer, and the same trial says the same twice", () => {
    const unsure = batchesNeeded(INPUT);
    const sure = batchesNeeded({ ...INPUT, prior: { setting: 12, sd: 1 } });
    expect(sure.likely!).toBeLessThan(unsure.likely!);
    expect(unsure.atMost!).toBeGreaterThanOrEqual(unsure.likely!);
    expect(batchesNeeded(INPUT)).toEqual(unsure);
  });

  test("where the coffee set aside makes no batch more, nothing is promised", () => {
    expect(batchesNeeded(INPUT, 0)).toEqual({ likely: undefined, atMost: undefined });
    expect(batchesNeeded(INPUT, 1).atMost).toBeUndefined();
  });

  test("a dial on which lower is coarser needs as many", () => {
    expect(batchesNeeded({ ...INPUT, dial: { ...DIAL, higherIs: "finer" } }).likely).toBe(
      batchesNeeded(INPUT).likely,
    );
  });
});

describe("the same cup", () => {
  const answers = fc
    .record({
      kind: fc.constantFrom("triangle" as const, "pair" as const),
      cups: fc.integer({ min: 1, max: 120 }),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
    })
    .map(({ kind, cups, share }): SameCupInput => ({ kind, cups, right: Math.round(share * cups) }));

  test("one more right answer is never less of a difference", () => {
    fc.assert(
      fc.property(answers, (input) => {
        if (input.right === input.cups) return;
        const more = sameCup({ ...input, right: input.right + 1 });
        const before = sameCup(input);
        expect(more.pValue).toBeLessThanOrEqual(before.pValue);
        expect(more.tellApartUpperShare).toBeGreaterThanOrEqual(before.tellApartUpperShare - 1e-12);
        expect(before.tellApartUpperShare).toBeGreaterThanOrEqual(before.tellApartShare - 1e-12);
      }),
    );
  });

  test("how many more cups would decide, at the share so far", () => {
    expect(cupsToDecide({ kind: "triangle", cups: 24, right: 13 })).toBe(0);
    const more = cupsToDecide({ kind: "triangle", cups: 6, right: 2 })!;
    const after = 6 + more;
    expect(sameCup({ kind: "triangle", cups: after, right: Math.round(after / 3) }).verdict).toBe(
      "sameEnough",
    );
    expect(sameCup({ kind: "triangle", cups: after - 1, right: Math.round((after - 1) / 3) }).verdict).toBe(
      "notShown",
    );
  });
});

describe("ends of the dial that batches have shown to be wrong", () => {
  const input: BracketInput = {
    dial: CHOUGH_DIAL,
    prior: { setting: 10, sd: 2.5 },
    batches: [],
    likedHalfWidth: 0.5,
    tasteSd: 0.8,
  };
  const tooFine = (setting: number) => ({ setting, tooFine: 0.9, tooCoarse: 0.02, right: 0.08 });
  const tooCoarse = (setting: number) => ({ setting, tooFine: 0.02, tooCoarse: 0.9, right: 0.08 });
  /** How likely a batch is so, added up over all that may be right. */
  const shareOf = (verdict: "tooFine" | "tooCoarse", at: number, of: BracketInput) => {
    const towards = of.dial.higherIs === "coarser" ? 1 : -1;
    const { settings, weights } = beliefOf(of);
    return settings.reduce(
      (sum, setting, i) => sum + weights[i]! * verdictAt(towards * (setting - at), of)[verdict],
      0,
    );
  };

  test.each(["coarser", "finer"] as const)(
    "four batches in five would be so there, higher being %s",
    (higherIs) => {
      const batches = [tooFine(8), tooCoarse(12)].map((batch) =>
        higherIs === "coarser" ? batch : { ...batch, setting: 20 - batch.setting },
      );
      const of = { ...input, dial: { ...CHOUGH_DIAL, higherIs }, batches };
      const { tooFineTo, tooCoarseFrom } = provedEnds(beliefOf(of), of);
      const gap = (higherIs === "coarser" ? 1 : -1) * (CHOUGH_DIAL.step / 4);
      expect(shareOf("tooFine", tooFineTo!, of)).toBeGreaterThanOrEqual(0.8);
      expect(shareOf("tooFine", tooFineTo! + gap, of)).toBeLessThan(0.8);
      expect(shareOf("tooCoarse", tooCoarseFrom!, of)).toBeGreaterThanOrEqual(0.8);
      expect(shareOf("tooCoarse", tooCoarseFrom! - gap, of)).toBeLessThan(0.8);
    },
  );

  test("an end at which anything may still be right is open", () => {
    const low = { ...input, prior: { setting: 0, sd: 0.3 } };
    const high = { ...input, prior: { setting: 24, sd: 0.3 } };
    expect(provedEnds(beliefOf(low), low)).toEqual({ tooCoarseFrom: expect.any(Number) });
    expect(provedEnds(beliefOf(high), high)).toEqual({ tooFineTo: expect.any(Number) });
  });
});
