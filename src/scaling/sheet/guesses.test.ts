import { describe, expect, test } from "vitest";
import type { Aspect } from "#contract/aspects.ts";
import type { Bench } from "#contract/bench.ts";
import { BENCH, DISPENSER } from "#tests/pierHead.ts";
import { worthNext } from "./guesses.ts";

const FULMAR = BENCH.brewers[0]!;
const SALTMARSH = BENCH.coffees[0]!;
const typical = (of: {
  readonly brewer?: readonly Aspect[];
  readonly vessel?: readonly Aspect[];
  readonly coffee?: readonly Aspect[];
}): Bench => ({
  ...BENCH,
  brewers: [{ ...FULMAR, typical: of.brewer ?? [] }],
  vessels: [{ ...DISPENSER, typical: of.vessel ?? [] }],
  coffees: [{ ...SALTMARSH, typical: of.coffee ?? [] }],
});
const worth = (...of: Parameters<typeof typical>) => worthNext(typical(...of));

describe("what is worth measuring next", () => {
  test("is nothing where all was measured, or where there is nothing to scale with", () => {
    expect(worth({})).toEqual([]);
    expect(worthNext({ ...typical({ brewer: ["retention"] }), recipes: [] })).toEqual([]);
  });

  test("is what moves the printed card most: a pot's fill moves all of it, retention some of it", () => {
    const [first, second, ...others] = worth({ brewer: ["retention"], vessel: ["fill"] });
    expect(first).toMatchObject({ name: "dispenser", aspect: "fill" });
    expect(second).toMatchObject({ name: "Fulmar", aspect: "retention" });
    expect(others).toEqual([]);
    expect(first!.moves).toBeGreaterThan(second!.moves);
    // A vessel's fill is some 6 % off either way; so are dose and water.
    expect(first!.moves).toBeGreaterThan(0.03);
    expect(first!.moves).toBeLessThan(0.15);
  });

  test.each([
    ["delivery", { brewer: ["delivery"] }],
    ["basket", { brewer: ["basket"] }],
    ["density", { coffee: ["density"] }],
  ] as const)("knows how far %s may be off", (aspect, of) => {
    const [only, ...others] = worth(of);
    expect(others).toEqual([]);
    // A basket and a density move the bed that is checked, and no mass.
    if (only) expect(only).toMatchObject({ aspect });
    if (aspect === "delivery") expect(only!.moves).toBeGreaterThan(0.01);
  });

  test("a dial's curve moves no figure of a sheet", () => {
    expect(worthNext({ ...BENCH, grinders: [{ ...BENCH.grinders[0]!, typical: ["dial"] }] })).toEqual([]);
  });
});
