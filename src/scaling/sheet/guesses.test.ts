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

  test("a basket moves the bed by its area, a density by itself", () => {
    const [basket, ...others] = worth({ brewer: ["basket"] });
    expect(others).toEqual([]);
    expect(basket).toMatchObject({ name: "Fulmar", aspect: "basket" });
    const [density] = worth({ coffee: ["density"] });
    expect(density).toMatchObject({ aspect: "density" });
    // Each is some 6 % off either way.
    expect(basket!.moves / density!.moves).toBeCloseTo(2, 0);
  });

  test("how much is delivered is off by a share of what is delivered, whatever the setting says", () => {
    const lattice = { ...FULMAR.lattice, slope: 1.2 };
    const [only] = worthNext({ ...BENCH, brewers: [{ ...FULMAR, lattice, typical: ["delivery"] }] });
    expect(only!.moves).toBeGreaterThan(0.01);
    expect(only!.moves).toBeLessThan(0.08);
  });

  test("a vessel that is not filled by one batch moves nothing by its fill", () => {
    const huge = { ...DISPENSER, workingG: 9000, brimG: 10_000, typical: ["fill" as const] };
    expect(worthNext({ ...BENCH, vessels: [huge] })).toMatchObject([{ aspect: "fill", moves: 0 }]);
  });

  test("a dial's curve moves no figure of a sheet", () => {
    expect(worthNext({ ...BENCH, grinders: [{ ...BENCH.grinders[0]!, typical: ["dial"] }] })).toEqual([]);
  });
});
