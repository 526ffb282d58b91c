import { describe, expect, test } from "vitest";
import type { GlassPin } from "#core/iced";
import { must } from "#core/result";
import { chosenOf, firstState, serveAs } from "#scaling/choice";
import { extractionOf, guessesOf, solveState, worthNext } from "#scaling/sheet";
import { BENCH } from "#tests/pierHead.ts";
import { FIGURES, type FigureName } from "./figures.ts";
import { whyOf } from "./why.ts";

function linesOf(
  name: FigureName,
  serve: "hot" | "iced" = "hot",
  inGlass: readonly GlassPin[] = [],
): readonly string[] {
  const state = serveAs(serve, firstState(BENCH), BENCH);
  const sheet = must(solveState(state, BENCH));
  const chosen = chosenOf(state, BENCH);
  return whyOf(name, { sheet, chosen, extraction: extractionOf(chosen.recipe, 20), inGlass });
}

/** A line's sum, worked out anew from the figures that it prints. */
function reckoned(line: string): { readonly left: number; readonly right: number } {
  const [left = "", right = ""] = line.slice(line.indexOf(": ") + 2).split(" = ");
  const sum = left
    .replace(/\u202f/g, "")
    .replace(/−/g, "-")
    .replace(/×/g, "*")
    .replace(/÷/g, "/")
    .replace(/%/g, "");
  if (!/^[-+*/(). 0-9]+$/.test(sum)) throw new Error(`no sum: ${sum}`);
  return {
    left: Number(new Function(`return ${sum}`)()),
    right: Number.parseFloat(right.replace(/\u202f/g, "")),
  };
}

describe("where a figure comes from", () => {
  test.each(["yieldG", "doseG", "brewWaterG", "brewRatio", "strengthPct"] as const)(
    "%s: the sum that is shown comes to the figure that is shown",
    (name) => {
      const { left, right } = reckoned(linesOf(name)[0]!);
      expect(Math.abs(left / right - 1)).toBeLessThan(2e-3);
    },
  );

  test("what is said of the glass says so first, and the share of ice is a sum too", () => {
    expect(linesOf("finalTempC", "iced", ["finalTempC"])[0]).toMatch(/^Said of a glass at the first sip/);
    expect(linesOf("yieldG", "iced", ["finalTempC"])[0]).not.toMatch(/glass/);
    const { left, right } = reckoned(linesOf("iceShare", "iced")[0]!);
    expect(100 * left).toBeCloseTo(right, 0);
  });

  test("iced, the ice is in the sum", () => {
    const { left, right } = reckoned(linesOf("yieldG", "iced")[0]!);
    expect(Math.abs(left / right - 1)).toBeLessThan(2e-3);
    expect(linesOf("yieldG", "iced")[0]).toContain(" + 0 + 1");
  });

  test("every figure has an answer, in whole sentences", () => {
    for (const name of Object.keys(FIGURES) as FigureName[]) {
      for (const line of linesOf(name, "iced")) expect(line).toMatch(/^[A-Z].*\.$/);
    }
  });
});

describe("what is only typical", () => {
  const typical = {
    ...BENCH,
    brewers: [{ ...BENCH.brewers[0]!, typical: ["retention", "delivery"] as const }],
  };

  test("is named by its thing; what was measured is not", () => {
    expect(guessesOf(chosenOf(firstState(BENCH), BENCH))).toEqual([]);
    expect(guessesOf(chosenOf(firstState(typical), typical))).toEqual([
      { name: "Fulmar", aspects: ["retention", "delivery"] },
    ]);
  });

  test("worth measuring next: the one that moves a printed figure most comes first", () => {
    const next = worthNext(typical);
    expect(next.map(({ aspect }) => aspect).toSorted()).toEqual(["delivery", "retention"]);
    expect(next.map(({ moves }) => moves)).toEqual(next.map(({ moves }) => moves).toSorted((a, b) => b - a));
    expect(worthNext(BENCH)).toEqual([]);
    expect(worthNext({ ...BENCH, brewers: [] })).toEqual([]);
  });
});
