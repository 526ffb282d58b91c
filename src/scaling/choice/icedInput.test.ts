import { describe, expect, test } from "vitest";
import { startOf } from "#core/brew";
import { USUAL_ICED } from "#core/iced";
import { BENCH } from "#tests/pierHead.ts";
import { cupOverIce, icedCupOf, icedInputFrom, serveOf } from "./icedInput.ts";
import { firstState } from "./start.ts";
import { chosenOf, fromRecipe, serveAs } from "./state.ts";

const SMALL = { id: "small", serve: "iced" as const, volumeMl: 350, fillG: 220 };
const LARGE = { id: "large", serve: "iced" as const, volumeMl: 470, fillG: null };
const CUPS = [{ ...SMALL, id: "hot", serve: "hot" as const }, SMALL, LARGE];
const [ICE] = BENCH.iceSources;

test("an iced cup is the one that is named, else the first of them; a house without one has none", () => {
  expect(icedCupOf({ ...USUAL_ICED, cup: "large" }, { cups: CUPS })).toBe(LARGE);
  expect(icedCupOf({ ...USUAL_ICED, cup: "hot" }, { cups: CUPS })).toBe(SMALL);
  expect(icedCupOf(USUAL_ICED, { cups: CUPS.slice(0, 1) })).toBeUndefined();
});

test("what a cup has left beside its coffee is filled with ice, heaped as it lies", () => {
  expect(cupOverIce(SMALL, ICE!)).toEqual({ coffeeG: 220, iceG: (350 - 220) * 0.58 });
  expect(cupOverIce({ ...SMALL, fillG: 400 }, ICE!).iceG).toBe(0);
});

describe("a glass", () => {
  const glass = (service: Parameters<typeof serveOf>[0], topOff: "milk" | "water" = "water") =>
    serveOf(service, { topOffG: 60, topOff }, { cup: SMALL, ice: ICE!, settings: BENCH.settings });
  const iceG = 130 * 0.58;

  test("over cubes, over one large piece, strained, shaken, bare: where ice lies in it, and how large", () => {
    expect(glass("cubes")).toMatchObject({ iceG, pieceMm: 22, shakenS: 0, strained: true });
    expect(glass("large").pieceMm).toBeGreaterThan(40);
    expect(glass("large")).toMatchObject({ iceG, shakenS: 0, strained: true });
    expect(glass("strained").shakenS).toBeGreaterThan(0);
    expect(glass("strained")).toMatchObject({ iceG, strained: true });
    expect(glass("shaken").shakenS).toBe(glass("strained").shakenS);
    expect(glass("shaken")).toMatchObject({ iceG: 0, strained: false });
    expect(glass("bare")).toMatchObject({ iceG: 0, shakenS: 0, strained: true });
  });

  test("is topped off with water as the house has it cold, or with milk out of the fridge", () => {
    expect(glass("cubes")).toMatchObject({ topOffG: 60, topOffTempC: BENCH.settings.coldWaterC });
    expect(glass("cubes", "milk").topOffTempC).toBeLessThan(BENCH.settings.coldWaterC);
  });
});

describe("a bloom that is kept apart", () => {
  const cone = { ...BENCH.brewers[0]!, id: "cone", kind: "hand" as const };
  const bench = { ...BENCH, cups: CUPS, brewers: [...BENCH.brewers, cone] };
  const state = { ...fromRecipe("slack", firstState(bench), bench), brewer: "cone" };
  const inputOf = (iced: Partial<typeof USUAL_ICED>, at = state, recipe: object = {}) => {
    const chosen = chosenOf(at, bench);
    return icedInputFrom(
      { serve: "iced", retentionGPerG: 2.12, pins: {} },
      { ...USUAL_ICED, ...iced },
      { chosen: { ...chosen, recipe: { ...chosen.recipe, ...recipe } }, bench },
    );
  };
  const [first, second] = chosenOf(state, bench).recipe.pours;
  const waitS = startOf(second)!;

  test("stands from the next pour to the end of the brew", () => {
    expect(waitS).toBeGreaterThan(20);
    const { bloom } = inputOf({ bloomApart: true }, state, { doneS: 210 });
    expect(bloom).toMatchObject({ standsS: 210 - waitS, cup: { roomTempC: BENCH.settings.roomTempC } });
    expect(bloom!.perDose).toBeCloseTo(first!.toG / chosenOf(state, bench).recipe.doseG, 9);
    expect(inputOf({ bloomApart: true, bloomTimes: 3 }).bloom!.perDose).toBe(3);
  });

  test("is none where nobody keeps it, and none on a brewer that sprays", () => {
    expect(inputOf({ bloomApart: false }).bloom).toBeUndefined();
    expect(inputOf({ bloomApart: true }, { ...state, brewer: "fulmar" })).not.toHaveProperty("bloom");
  });

  test("a concentrate has its own ratio, and no glass", () => {
    expect(inputOf({ method: "steep", steepRatio: 6 })).toMatchObject({ steepRatio: 6, glass: undefined });
    expect(inputOf({ method: "onIce" })).not.toHaveProperty("steepRatio");
  });

  test("over the glasses it is brewed to what one holds; the glass counts only what is asked of it", () => {
    expect(inputOf({ method: "overGlass" })).toMatchObject({ glasses: { brimMl: 350, fillG: 220 } });
    expect(inputOf({ method: "onIce" })).not.toHaveProperty("glasses");
    expect(inputOf({ inGlass: ["totalRatio"] }).inGlass).toEqual(["totalRatio"]);
    const bare = serveAs("iced", firstState(BENCH), BENCH);
    const chosen = chosenOf(bare, BENCH);
    const without = icedInputFrom(
      { serve: "iced", retentionGPerG: 2.12, pins: {} },
      { ...USUAL_ICED, inGlass: ["totalRatio"] },
      { chosen, bench: BENCH },
    );
    expect(without).toMatchObject({ inGlass: [], glass: undefined });
  });
});
