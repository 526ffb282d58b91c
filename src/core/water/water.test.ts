import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { blendTo, doseTo, USUAL_CONCENTRATES, waterTroubles } from "./index.ts";

const TAP = { hardnessMgL: 182, alkalinityMgL: 146 };
const SOFT = { hardnessMgL: 18, alkalinityMgL: 24 };
const mgL = fc.double({ min: 1, max: 500, noNaN: true });
const waters = fc.record({ hardnessMgL: mgL, alkalinityMgL: mgL });

describe("two waters", () => {
  test("half of each lies in the middle, and a wish on the line between is met", () => {
    const { share, water } = blendTo(TAP, SOFT, { hardnessMgL: 100, alkalinityMgL: 85 });
    expect(share).toBeCloseTo(0.5, 12);
    expect(water).toEqual({ hardnessMgL: 100, alkalinityMgL: 85 });
  });

  test("no other mix comes nearer, and none is less than nothing of one", () => {
    fc.assert(
      fc.property(
        waters,
        waters,
        waters,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b, wanted, other) => {
          const off = (share: number) =>
            (["hardnessMgL", "alkalinityMgL"] as const).reduce(
              (sum, figure) =>
                sum + ((share * a[figure] + (1 - share) * b[figure]) / wanted[figure] - 1) ** 2,
              0,
            );
          const { share } = blendTo(a, b, wanted);
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(1);
          expect(off(share)).toBeLessThanOrEqual(off(other) + 1e-9);
        },
      ),
    );
  });
});

describe("minerals", () => {
  test("20 l of soft water to 80 and 50: worked with pencil and molar masses", () => {
    const { hardnessG, alkalinityG, addedMgL } = must(
      doseTo(SOFT, { hardnessMgL: 80, alkalinityMgL: 50 }, 20, USUAL_CONCENTRATES),
    );
    // 62 mg/l · 20 l = 1240 mg of CaCO₃, 12.389 mmol; as much Epsom salt is 3.0535 g, in 20 mg/g: 152.7 g.
    expect(hardnessG).toBeCloseTo(152.67, 1);
    // 26 · 20 = 520 mg, 5.195 mmol of CaCO₃ is 10.39 mmol of bicarbonate: 0.8729 g of baking soda, 43.6 g.
    expect(alkalinityG).toBeCloseTo(43.65, 1);
    expect(addedMgL).toBeCloseTo((152.67 + 43.65) * 1, 0);
  });

  test("only add: what is too hard already is refused", () => {
    expect(doseTo(TAP, { hardnessMgL: 80, alkalinityMgL: 200 }, 20, USUAL_CONCENTRATES)).toEqual({
      ok: false,
      failure: { code: "cannotTakeOut", figure: "hardnessMgL" },
    });
  });
});

test("the gentle window says which figure lies on which side", () => {
  expect(waterTroubles({ hardnessMgL: 40, alkalinityMgL: 75 })).toEqual([]);
  expect(waterTroubles({ hardnessMgL: 121, alkalinityMgL: 29 })).toEqual([
    { figure: "hardnessMgL", side: "above" },
    { figure: "alkalinityMgL", side: "below" },
  ]);
});
