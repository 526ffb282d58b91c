import fc from "fast-check";
import { expect, test } from "vitest";
import { seeded } from "#core/random";
import { ballotsOf } from "./index.ts";

test("every six that follow each other have each order once, and codes differ", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 120 }), fc.integer(), (count, seed) => {
      const ballots = ballotsOf(count, seeded(seed));
      expect(ballots).toHaveLength(count);
      for (let from = 0; from + 6 <= count; from += 6) {
        const orders = ballots.slice(from, from + 6).map(({ odd, oddIsPot }) => `${odd} ${oddIsPot}`);
        expect(new Set(orders).size).toBe(6);
      }
      for (const { cups } of ballots) {
        expect(new Set(cups).size).toBe(3);
        for (const cup of cups) expect(cup).toMatch(/^\d{3}$/);
      }
    }),
  );
});
