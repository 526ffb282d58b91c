import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseLiquid, parseMass, parseRatio, parseTemp, parseTime, printMass } from "./index.ts";
import { parseFigure } from "./typed.ts";

const mass = (text: string, bands = false) =>
  parseFigure(text, (part) => parseMass(part), { sums: true, bands });
const massOf = (text: string) => {
  const read = mass(text);
  return read.ok ? read.value.value : read.failure.code;
};
const ratio = (text: string) => parseFigure(text, (part) => parseRatio(part), { sums: false, bands: true });

describe("one figure", () => {
  it.each([
    ["62", 62],
    ["62 g", 62],
    ["2 1/4 oz", 63.79],
    ["1,5", 1.5],
    ["-3", -3],
    ["+3", 3],
    ["−3", -3],
  ])("%s is read as by itself", (text, value) => {
    expect(massOf(text)).toBeCloseTo(value, 2);
  });

  it("is asked about when it could be two", () => {
    expect(massOf("1,500")).toBe("ambiguousNumber");
    expect(massOf("3 × 1,500")).toBe("ambiguousNumber");
  });

  it("keeps its unit's rules", () => {
    expect(massOf("200 ml")).toBe("volumeForMass");
    expect(massOf("nothing")).toBe("notANumber");
    expect(massOf("")).toBe("emptyQuantity");
  });

  it.each(["about 200", "~200 g", "≈ 200", "ca. 200", "Approx 200"])("%s is an estimate", (text) => {
    expect(mass(text)).toEqual({ ok: true, value: { value: 200, about: true } });
  });
});

describe("a sum or product", () => {
  it.each([
    ["1820 + 1790", 3610],
    ["1820+1790 g", 3610],
    ["1.82 kg + 1790", 3610],
    ["2200 - 380", 1820],
    ["3×62", 186],
    ["3 x 62 g", 186],
    ["62 g * 3", 186],
    ["1827/16", 114.1875],
    ["1827 g / 16", 114.1875],
    ["1827 ÷ 16.5", 110.727],
    ["2×62 + 10", 134],
    ["3 × 2 oz", 170.097],
  ])("%s", (text, value) => {
    expect(massOf(text)).toBeCloseTo(value, 2);
  });

  it.each(["3 g × 62 g", "62 / 0 ", "100 / 3 g", "3 ×", "× 3", "3 × × 2", "1 + ", "2 + two"])(
    "%s is none",
    (text) => {
      expect(typeof massOf(text)).toBe("string");
    },
  );

  it("is worked out of times, and not of temperatures and ratios", () => {
    expect(parseFigure("3:30 + 0:20", (part) => parseTime(part), { sums: true, bands: false })).toMatchObject(
      {
        value: { value: 230 },
      },
    );
    expect(parseFigure("80 + 5", (part) => parseTemp(part), { sums: false, bands: false }).ok).toBe(false);
  });

  it("is the sum of what its terms are", () => {
    const grams = fc.integer({ min: 1, max: 50_000 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(grams, grams, fc.integer({ min: 1, max: 40 }), (a, b, n) => {
        const text = `${n}×${printMass(a)} + ${printMass(b)}`;
        const read = parseFigure(text, (part) => parseLiquid(part), { sums: true, bands: false });
        expect(read.ok && read.value.value).toBeCloseTo(n * a + b, 6);
      }),
    );
  });
});

describe("a band", () => {
  it.each([
    ["42–45 g", 42, 45],
    ["42-45", 42, 45],
    ["42 to 45 g", 42, 45],
    ["1 oz – 2 oz", 28.3495, 56.699],
    ["1–2 oz", 28.3495, 56.699],
  ])("%s", (text, least, most) => {
    const read = mass(text, true);
    if (!read.ok || !read.value.band) throw new Error(`no band: ${text}`);
    expect(read.value.band[0]).toBeCloseTo(least, 3);
    expect(read.value.band[1]).toBeCloseTo(most, 3);
    expect(read.value.value).toBeCloseTo((least + most) / 2, 3);
  });

  it("of a ratio is ordered as the ratio, however it is said", () => {
    expect(ratio("1:15–1:17")).toMatchObject({ value: { band: [15, 17] } });
    const concentration = ratio("56–60 g/l");
    if (!concentration.ok || !concentration.value.band) throw new Error("no band");
    expect(concentration.value.band[0]).toBeCloseTo(1000 / 60, 6);
    expect(concentration.value.band[1]).toBeCloseTo(1000 / 56, 6);
  });

  it("that is turned round is told", () => {
    expect(mass("45–42", true)).toEqual({ ok: false, failure: { code: "bandTurned" } });
    expect(ratio("60–56 g/l")).toEqual({ ok: false, failure: { code: "bandTurned" } });
  });

  it("is refused where one figure is wanted, and an end that is missing is no band", () => {
    expect(massOf("42–45 g")).toBe("bandNotTaken");
    expect(typeof massOf("42–")).toBe("string");
    expect(massOf("–45")).toBe(-45);
  });
});
