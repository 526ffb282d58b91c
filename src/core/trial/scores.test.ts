import fc from "fast-check";
import { expect, test } from "vitest";
import { MOST_SCORE, scoreInterval } from "./scores.ts";
import { studentQuantile, studentShare } from "./student.ts";

test("the Student distribution agrees with printed tables", () => {
  // Abramowitz and Stegun, table 26.10: one tail of 5 %.
  const table = [6.314, 2.92, 2.353, 2.132, 2.015, 1.943];
  for (const [i, value] of table.entries()) expect(studentQuantile(0.95, i + 1)).toBeCloseTo(value, 3);
  expect(studentQuantile(0.95, 30)).toBeCloseTo(1.697, 3);
  expect(studentShare(0, 7)).toBe(0.5);
  expect(studentShare(-2.132, 4)).toBeCloseTo(0.05, 4);
});

test("nobody's scores say nothing, and one taster's alone settle nothing", () => {
  expect(scoreInterval([])).toBeUndefined();
  expect(scoreInterval([2])).toMatchObject({ mean: 2, tells: "open" });
});

test("two who agree are not certain; five who nearly agree are", () => {
  expect(scoreInterval([1, 1])?.tells).toBe("open");
  expect(scoreInterval([2, 1, 2, 1, 2])?.tells).toBe("second");
  expect(scoreInterval([-2, -1, -2, -1, -2])?.tells).toBe("first");
  expect(scoreInterval([2, -2, 2, -2, 0, 0])?.tells).toBe("open");
});

test("an interval by hand: three tasters, 0, 1 and 2", () => {
  // Squares 2, with the two tasters before them 4 on 4 degrees: a scatter of 1; 2.132 ÷ √3.
  const { mean, low, high } = scoreInterval([0, 1, 2])!;
  expect(mean).toBe(1);
  expect(low).toBeCloseTo(1 - 2.1318 / Math.sqrt(3), 4);
  expect(high).toBeCloseTo(1 + 2.1318 / Math.sqrt(3), 4);
});

const scores = fc.array(fc.integer({ min: -MOST_SCORE, max: MOST_SCORE }), { minLength: 1, maxLength: 20 });

test("cups changed over change the sign, and who scored first does not matter", () => {
  fc.assert(
    fc.property(scores, (given) => {
      const forth = scoreInterval(given)!;
      const back = scoreInterval(given.map((score) => -score))!;
      expect(back.low).toBeCloseTo(-forth.high, 9);
      expect(back.high).toBeCloseTo(-forth.low, 9);
      const turned = scoreInterval(given.toReversed())!;
      expect(turned.mean).toBeCloseTo(forth.mean, 12);
      expect(turned.low).toBeCloseTo(forth.low, 9);
    }),
  );
});
