import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { nearestSettingSentence, parseSetting, printSetting } from "./setting.ts";

const OUNCES = { marks: "fluidOunces", cupMarkG: null } as const;
const CUPS = { marks: "cups", cupMarkG: 150 } as const;
const LITRES = { marks: "litres", cupMarkG: null } as const;

describe("a brewer's setting is said and typed as its panel is marked", () => {
  // 64 × 29.5735 = 1892.7
  test.each([
    [LITRES, 3300, "3.3 l", "3.3"],
    [OUNCES, 1892.7, "64 fl oz", "64"],
    [CUPS, 1500, "10 cups", "10"],
    [CUPS, 1500, "10 cups", "10 cups"],
    [CUPS, 1500, "10 cups", "1.5 l"],
  ] as const)("%j", (marked, settingG, printed, typed) => {
    expect(printSetting(settingG, marked)).toBe(printed);
    expect(must(parseSetting(typed, marked))).toBeCloseTo(settingG, 1);
  });

  test("in litres where nobody weighed a cup, or nothing is known", () => {
    expect(printSetting(1500, { marks: "cups", cupMarkG: null })).toBe("1.5 l");
    expect(printSetting(1500)).toBe("1.5 l");
  });

  test("a step is told in the same marks", () => {
    const brewer = { name: "Turnstone", lattice: { stepG: 150 }, ...CUPS };
    expect(nearestSettingSentence(brewer, 1350)).toBe(
      "Turnstone is set in steps of 1 cup: 9 cups is nearest.",
    );
  });
});
