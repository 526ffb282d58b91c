import fc from "fast-check";
import { expect, test } from "vitest";
import { seeded } from "#core/random";
import { packTape, unpackTape } from "./tape.ts";

test("what is unpacked is what was packed, to a tenth of a gram", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -500, max: 20_000, noNaN: true })), (massG) => {
      const back = unpackTape(packTape(massG));
      expect(back).toHaveLength(massG.length);
      for (const [i, mass] of massG.entries())
        expect(Math.abs(back[i]! - mass)).toBeLessThanOrEqual(0.0500001);
    }),
  );
});

test("ten minutes at ten readings a second, with a counter's wobble, are under 20 kB", () => {
  const { normal } = seeded(3);
  const massG = Array.from({ length: 6000 }, (_, i) => i * 0.5 + 1.2 * normal());
  expect(packTape(massG).length).toBeLessThan(20_000);
});

test("what is no recording is read as far as it is one", () => {
  expect(unpackTape("")).toEqual([]);
  expect(unpackTape("C!C")).toEqual([0.1]);
});
