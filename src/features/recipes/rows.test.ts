import { describe, expect, test } from "vitest";
import type { Recipe } from "#core/recipe";
import { printLiquid, printMass, printRatio, printTemp } from "#core/units";
import { LOFT_RECIPE, SLACK_RECIPE } from "#tests/recipes.ts";
import { compared, rowsOf } from "./rows.ts";

const UNITS = {
  printMass: (g: number) => printMass(g),
  printLiquid: (g: number) => printLiquid(g, "g", { decimals: 0 }),
  printTemp: (c: number) => printTemp(c),
  printRatio: (ratio: number) => printRatio(ratio),
};
const told = (recipe: Recipe) => ({ brewer: "hand cone", grinder: "Dunlin", coffee: "Saltmarsh", recipe });
const says = (recipe: Recipe) =>
  Object.fromEntries(rowsOf(told(recipe), UNITS).map(({ name, text }) => [name, text]));

describe("a version in words", () => {
  test("says what was made, pour by pour, and nothing of what was not", () => {
    const loft = says(LOFT_RECIPE);
    expect(loft).toMatchObject({
      dose: "22 g",
      "hot water": "352 g",
      "ratio, of the water poured": "1:16",
      ground: "Dunlin 31",
      bloom: "2.5 times the dose",
      "1, bloom": "0:00: to 55 g, spiral, then swirl",
      "pour 3": "1:15: to 250 g, spiral",
      "done at": "3:10",
      strength: "1.38 %",
    });
    for (const name of ["ice", "sifted off", "press", "tasted", "shared into"])
      expect(loft).not.toHaveProperty([name]);
  });

  test("pours that the bed begins, and paces of both kinds", () => {
    const [bloom, second, third, last] = LOFT_RECIPE.pours as [Pour, Pour, Pour, Pour];
    const rows = says({
      ...LOFT_RECIPE,
      pours: [
        bloom,
        { ...second, start: { afterDropMm: 8 }, pace: { gPerS: 4.5 } },
        { ...third, start: { whenDrained: true } },
        { ...last, pace: { byS: 130 } },
      ],
    });
    expect(rows["pour 2"]).toBe("when the level has dropped 8 mm: to 150 g, 4.5 g/s, spiral");
    expect(rows["pour 3"]).toBe("when drained: to 250 g, spiral");
    expect(rows["pour 4"]).toBe("1:50: to 352 g, by 2:10, spiral");
  });

  test("a press, a transfer, a range, a texture, cups", () => {
    const rows = says({
      ...LOFT_RECIPE,
      doseRangeG: [20, 24],
      dialSetting: null,
      texture: "coarse sea salt",
      press: { steepS: 240, stirred: false, pressS: 30, turnedOver: true },
      steps: [{ when: "after", atS: null, act: "transfer", note: "to the white pot", staysG: 25 }],
      portions: { cups: 4, fillG: 220 },
      dilutionG: 100,
      siftLossPct: 8,
    });
    expect(rows.press).toBe("upside down, then turned over, steeps 4:00, not stirred, pressed over 30 s");
    expect(rows["by hand 1"]).toBe("when it is done, into a second pot, to the white pot, 25 g stays behind");
    expect(rows).toMatchObject({
      "dose from, to": "20 g to 24 g",
      ground: "coarse sea salt",
      "shared into": "4 cups of 220 g",
      "added after": "100 g",
      "sifted off": "8 %",
    });
    // A press takes its water at once.
    expect(rows).not.toHaveProperty(["pour 2"]);
  });
});
type Pour = Recipe["pours"][number];

describe("two versions side by side", () => {
  test("only what differs is marked, and what one alone says has its row", () => {
    const rows = compared(told(LOFT_RECIPE), told(SLACK_RECIPE), UNITS);
    const row = (name: string) => rows.find((each) => each.name === name);
    expect(row("coffee")).toEqual({ name: "coffee", left: "Saltmarsh", right: "Saltmarsh", differs: false });
    expect(row("dose")).toMatchObject({ left: "22 g", right: "24 g", differs: true });
    expect(row("ice")).toEqual({ name: "ice", left: undefined, right: "138 g", differs: true });
    expect(row("pour 4")).toMatchObject({ right: undefined, differs: true });
    const names = rows.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    // The ice stands where the right one says it: after the water.
    expect(names.indexOf("ice")).toBe(names.indexOf("hot water") + 1);
  });

  test("a version beside itself differs in nothing", () => {
    expect(compared(told(LOFT_RECIPE), told(LOFT_RECIPE), UNITS).some(({ differs }) => differs)).toBe(false);
  });
});
