import fc from "fast-check";
import { expect, test } from "vitest";
import { apartPerDose, standingTempC, USUAL_CUP } from "./index.ts";

const CUP = { ...USUAL_CUP, roomTempC: 21 };

test("what drips from a bloom is what the bed does not take up; at twice the dose nothing", () => {
  expect(apartPerDose(70 / 24)).toBeCloseTo(0.9167, 4);
  expect(apartPerDose(2)).toBe(0);
});

test("it shares its heat with the cup, and cools to the room and never past it", () => {
  // 22 g at 77 °C in a cup of 160 J/K: (4.19·22·77 + 160·21) / (4.19·22 + 160).
  expect(standingTempC({ massG: 22, tempC: 77, standsS: 0 }, CUP)).toBeCloseTo(41.47, 2);
  expect(standingTempC({ massG: 0, tempC: 77, standsS: 60 }, CUP)).toBeCloseTo(21, 12);
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 300, noNaN: true }),
      fc.double({ min: 0, max: 3000, noNaN: true }),
      fc.double({ min: 1, max: 3000, noNaN: true }),
      (massG, standsS, moreS) => {
        const [early, late] = [standsS, standsS + moreS].map((each) =>
          standingTempC({ massG, tempC: 77, standsS: each }, CUP),
        ) as [number, number];
        expect(late).toBeLessThanOrEqual(early);
        expect(late).toBeGreaterThanOrEqual(21);
        expect(early).toBeLessThan(77);
      },
    ),
  );
});
