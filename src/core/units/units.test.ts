import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must, ok } from "#core/result";
import {
  parseLiquid,
  parseMass,
  parseNumber,
  parsePct,
  parseRatio,
  parseTemp,
  parseTime,
  parseWatch,
  printLiquid,
  printMass,
  printNumber,
  printPct,
  printRatio,
  printTemp,
  printTime,
} from "./index.ts";

const codeOf = (result: { ok: boolean; failure?: { code: string } }) =>
  result.ok ? "ok" : result.failure?.code;

describe("numbers as they are typed", () => {
  test.each([
    ["1,5", 1.5],
    ["1.5", 1.5],
    ["0,500", 0.5],
    [".5", 0.5],
    ["1.5000", 1.5],
    ["2 1/4", 2.25],
    ["2¼", 2.25],
    ["1/2", 0.5],
    ["1 500", 1500],
    ["1  500", 1500],
    ["1\u202f500,25", 1500.25],
    ["1.234,5", 1234.5],
    ["1,234.5", 1234.5],
    ["1,234,567", 1_234_567],
    ["−16", -16],
    ["-0", 0],
  ])("%s is %d", (text, number) => {
    expect(must(parseNumber(text)).number).toBe(number);
  });

  test.each(["1,500", "1.500", "12,345", "-3.125", "1000.125"])("%s is asked about", (text) => {
    expect(codeOf(parseNumber(text))).toBe("ambiguousNumber");
  });

  test("what is asked names both readings", () => {
    expect(parseNumber("1,500 g")).toMatchObject({
      failure: { asDecimal: 1.5, asThousands: 1500, unit: "g" },
    });
  });

  test.each([
    "much",
    "1.2.3",
    "1,50,000",
    "1234 567",
    "1e",
    "--5",
    "1 50",
    "1/0",
    ".",
    "3'30",
    "NaN",
    "Infinity",
    "9".repeat(40),
    "١٢",
  ])("%s is not a number", (text) => {
    expect(parseNumber(text).ok && must(parseNumber(text)).unit === "").toBe(false);
  });

  test("nothing is asked for", () => {
    expect(codeOf(parseNumber(" \u00a0 "))).toBe("emptyQuantity");
  });

  test("hostile text is answered at once", () => {
    expect(codeOf(parseNumber(`1${" 1".repeat(50_000)}x`))).toBe("notANumber");
  });
});

describe("weights and volumes", () => {
  test("an ounce of weight is never an ounce of volume", () => {
    expect(must(parseMass("2 1/4 oz"))).toBeCloseTo(63.786, 3);
    expect(must(parseLiquid("10 oz"))).toBeCloseTo(283.495, 3);
    expect(must(parseLiquid("10 fl oz"))).toBeCloseTo(295.735, 6);
    expect(must(parseLiquid("10 fl. oz."))).toBeCloseTo(295.735, 6);
    expect(must(parseLiquid("10", "fl oz"))).toBeCloseTo(295.735, 6);
  });

  test.each(["10 fl oz", "200 ml", "1.2 l", "3 litres"])("%s of coffee or ice is refused", (text) => {
    expect(codeOf(parseMass(text))).toBe("volumeForMass");
    expect(parseLiquid(text).ok).toBe(true);
  });

  test("litres and kilograms", () => {
    expect(must(parseLiquid("1.2 l"))).toBe(1200);
    expect(must(parseMass("1,5kg"))).toBe(1500);
    expect(codeOf(parseMass("5 scoops"))).toBe("unknownUnit");
    expect(codeOf(parseMass("5 constructor"))).toBe("unknownUnit");
  });
});

describe("ratios, temperatures, times, shares", () => {
  test.each([
    ["1:16", 16],
    ["1 : 15,5", 15.5],
    ["16:1", 16],
    ["22:352", 16],
    ["16", 16],
    ["62.5 g/l", 16],
    ["62.5 g per litre", 16],
    ["1.8 g/fl oz", 29.5735 / 1.8],
    ["1.8 g/oz", 28.349523125 / 1.8],
  ])("%s is 1:%d", (text, ratio) => {
    expect(must(parseRatio(text))).toBeCloseTo(ratio, 9);
  });

  test("grams per litre are never taken for a ratio unsaid", () => {
    expect(parseRatio("62")).toMatchObject({ failure: { code: "ratioOrGPerL", number: 62 } });
    expect(must(parseRatio("62", "g/l"))).toBeCloseTo(16.129, 3);
    expect(codeOf(parseRatio("0 g/l"))).toBe("notANumber");
    expect(codeOf(parseRatio("1:0"))).toBe("notANumber");
    expect(codeOf(parseRatio("16 ml"))).toBe("unknownUnit");
  });

  test("temperatures either way", () => {
    expect(must(parseTemp("93"))).toBe(93);
    expect(must(parseTemp("200 °F"))).toBeCloseTo(93.33, 2);
    expect(must(parseTemp("200", "°F"))).toBeCloseTo(93.33, 2);
    expect(must(parseTemp("−16C"))).toBe(-16);
    expect(codeOf(parseTemp("300 K"))).toBe("unknownUnit");
  });

  test("times", () => {
    expect(
      ["3:30", "210", "210 s", "3.5 min", "3 min 30 s", "0:03:30"].map((text) => must(parseTime(text))),
    ).toEqual(Array(6).fill(210));
    expect(must(parseTime("4", "min"))).toBe(240);
    expect(["3:75", "3:5", "1:60:00", "-3:30"].map((text) => codeOf(parseTime(text)))).toEqual(
      Array(4).fill("notANumber"),
    );
  });

  test.each([
    ["mass", parseMass, ["g", "kg", "oz", "lb"]],
    ["liquid", parseLiquid, ["g", "kg", "oz", "ml", "l", "fl oz"]],
    ["ratio", parseRatio, ["1:16", "g/l", "g/fl oz", "g/oz"]],
    ["temperature", parseTemp, ["°C", "°F"]],
    ["time", parseTime, ["3:30", "s", "min", "h"]],
    ["share", parsePct, ["%"]],
  ] as const)("a %s in an unknown unit is answered with the units that are read", (_, parse, known) => {
    const answer = parse("16 scoops");
    expect(answer).toEqual({ ok: false, failure: { code: "unknownUnit", unit: "scoops", known } });
    for (const each of known) expect(parse(each.includes(":") ? each : `16 ${each}`).ok, each).toBe(true);
    expect(parse("a lot")).toMatchObject({ ok: false, failure: { code: "notANumber" } });
  });

  test("shares in per cent", () => {
    expect(must(parsePct("1,38 %"))).toBe(1.38);
    expect(codeOf(parsePct("38 g"))).toBe("unknownUnit");
  });
});

describe("printing", () => {
  test("for people: a tie away from zero, no trailing zeros, thousands parted", () => {
    expect(printNumber(1.005, 2)).toBe("1.01");
    expect(printNumber(-0.04, 1)).toBe("0");
    expect(printMass(3228.8)).toBe("3\u202f228.8 g");
    expect(printNumber(16, 2, { decimalMark: "," })).toBe("16");
    expect([0, 59.6, 3599.6].map(printTime)).toEqual(["0:00", "1:00", "1:00:00"]);
  });

  test("three places after a whole part are never printed: they would be asked about", () => {
    expect(printLiquid(3225, "l")).toBe("3.2250 l");
    expect(printLiquid(225, "l")).toBe("0.225 l");
  });

  test("parse(print(x)) = x, in either locale, for whatever a person can read", () => {
    const marks = fc.constantFrom({ decimalMark: "." as const }, { decimalMark: "," as const });
    const tenths = fc.integer({ min: -2_000_000, max: 2_000_000 }).map((n) => n / 10);
    const hundredths = fc.integer({ min: 1, max: 200_000 }).map((n) => n / 100);
    const back = (parsed: ReturnType<typeof parseMass>, x: number) => expect(must(parsed)).toBeCloseTo(x, 9);
    fc.assert(
      fc.property(tenths, hundredths, fc.nat(100_000), marks, (tenth, hundredth, whole, mark) => {
        back(parseMass(printMass(tenth, "g", mark)), tenth);
        back(parseLiquid(printLiquid(tenth, "g", mark)), tenth);
        back(parseLiquid(printLiquid(whole, "ml", mark)), whole);
        back(parseLiquid(printLiquid(whole, "l", mark)), whole);
        back(parseMass(printMass(hundredth * 28.349523125, "oz", mark)), hundredth * 28.349523125);
        back(parseLiquid(printLiquid(tenth * 29.5735, "fl oz", mark)), tenth * 29.5735);
        back(parseTemp(printTemp(tenth, "°C", mark)), tenth);
        back(parseTemp(printTemp((tenth - 32) / 1.8, "°F", mark)), (tenth - 32) / 1.8);
        back(parsePct(printPct(hundredth, mark)), hundredth);
        back(parseRatio(printRatio(1 + hundredth, "1:n", mark)), 1 + hundredth);
        back(parseRatio(printRatio(10_000 / (whole + 1), "g/l", mark)), 10_000 / (whole + 1));
        back(parseTime(printTime(whole)), whole);
      }),
    );
  });
});

describe("a time off a watch", () => {
  test.each([
    ["5:20", 320],
    ["520", 320],
    ["5.20", 320],
    ["5,20", 320],
    ["5 min 20", 320],
    ["5min20", 320],
    ["320 s", 320],
    ["5.5 min", 330],
    ["607", 367],
    ["6.07", 367],
    ["1205", 725],
    ["1:02:03", 3723],
    ["5", 300],
    ["12", 720],
  ])("%s is read as minutes and seconds", (text, seconds) => {
    expect(parseWatch(text)).toEqual(ok(seconds));
  });

  test.each(["5.2", "5:75", "575", "5.60", "52000", "5 min 75"])(
    "%s is asked about, never guessed",
    (text) => {
      expect(parseWatch(text)).toMatchObject({ ok: false, failure: { code: "unclearTime" } });
    },
  );

  test("what is printed is read as it was", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 172_800 }), (seconds) => {
        expect(parseWatch(printTime(seconds))).toEqual(ok(seconds));
      }),
    );
  });
});
