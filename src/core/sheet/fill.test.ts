import fc from "fast-check";
import { expect, test } from "vitest";
import { sharedOut } from "./fill.ts";

const CUP = { volumeMl: 240, fillG: 220, serve: "hot" } as const;

test("a press is shared out into as many cups as it fills best", () => {
  // 460 / 220 = 2.09, 560 / 220 = 2.55; a cup holds 240 ml of hot coffee, 231.6 g.
  expect(sharedOut(460, CUP)).toEqual({ count: 2, eachG: 230 });
  expect(sharedOut(560, CUP)).toEqual({ count: 3, eachG: expect.closeTo(186.67, 2) });
  expect(sharedOut(100, CUP)).toBeUndefined();
});

test("one cup more where the nearest number would run over", () => {
  // 470 / 220 = 2.14, but 235 g do not go into a cup.
  expect(sharedOut(470, CUP)).toEqual({ count: 3, eachG: expect.closeTo(156.67, 2) });
});

test("all of it is in the cups, and none runs over", () => {
  fc.assert(
    fc.property(fc.double({ min: 110, max: 5000, noNaN: true }), (beverageG) => {
      const shared = sharedOut(beverageG, CUP)!;
      expect(shared.count * shared.eachG).toBeCloseTo(beverageG, 6);
      expect(shared.eachG).toBeLessThanOrEqual(240 * 0.965 + 1e-9);
    }),
  );
});
