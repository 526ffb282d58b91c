import { describe, expect, test } from "vitest";
import { forecastCurves } from "#core/brew";
import { USUAL_ICED } from "#core/iced";
import { must } from "#core/result";
import { cupOverIce, firstState, methodAs, type ScaleState, serveAs } from "#scaling/choice";
import { solveState } from "#scaling/sheet";
import { onFulmar } from "#tests/brews.ts";
import { BENCH } from "#tests/pierHead.ts";
import { bathOf } from "./bath.ts";
import { cardIcedOf } from "./cardIced.ts";
import { glassesOf } from "./glass.ts";
import { meltingOf } from "./melting.ts";

const CUP = { id: "iced 350", volumeMl: 350, fillG: 240, serve: "iced" as const };
const HOUSE = { ...BENCH, cups: [CUP] };
const ICED = serveAs("iced", firstState(HOUSE), HOUSE);
const sheetOf = (state: ScaleState, bench = HOUSE) => must(solveState(state, bench));
const SHEET = sheetOf(ICED);

test("a cup holds its fill, and ice in the rest of it", () => {
  expect(cupOverIce(CUP, BENCH.iceSources[0]!)).toEqual({ coffeeG: 240, iceG: 110 * 0.58 });
  expect(cupOverIce({ ...CUP, fillG: null }, BENCH.iceSources[0]!).coffeeG).toBeCloseTo(227.5, 9);
});

describe("in the glass", () => {
  const strength = (service: string, moment: number, state = ICED) =>
    glassesOf(state, HOUSE, sheetOf(state))!.find((each) => each.service === service)!.points[moment]!
      .strengthPct;

  test("bare keeps its strength, cubes thin it, a large piece later, shaking at once", () => {
    expect(strength("bare", 3)).toBeCloseTo(SHEET.rounded.strengthPct!, 9);
    expect(strength("cubes", 1)).toBeLessThan(strength("bare", 1));
    expect(strength("large", 1)).toBeGreaterThan(strength("cubes", 1));
    expect(strength("strained", 0)).toBeLessThan(strength("cubes", 0));
  });

  test("what tops it thins it by its mass, and the server's own ice is served only where some is left", () => {
    const topped = { ...ICED, iced: { ...ICED.iced, topOffG: 60 } };
    expect(strength("bare", 0, topped)).toBeCloseTo((SHEET.rounded.strengthPct! * 240) / 300, 9);
    expect(glassesOf(ICED, HOUSE, SHEET)!.map(({ service }) => service)).not.toContain("own");
    const frozen = { ...ICED, pins: [...ICED.pins.slice(0, 2), { name: "iceShare" as const, value: 0.6 }] };
    expect(glassesOf(frozen, HOUSE, sheetOf(frozen))!.map(({ service }) => service)).toContain("own");
  });

  test("a card whose server has no ice left to serve says a bare glass", () => {
    const own = { ...ICED, iced: { ...ICED.iced, glass: "own" as const } };
    const bare = { ...ICED, iced: { ...ICED.iced, glass: "bare" as const } };
    const [served, plain] = [own, bare].map((state) => cardIcedOf(state, HOUSE, sheetOf(state)).glass);
    expect(served).toMatchObject({ iceG: 0, volumeMl: 350, coffeeG: 240 });
    expect(served).toEqual(plain);
  });

  test("without a cup or ice there is nothing to show", () => {
    expect(glassesOf(ICED, BENCH, SHEET)).toBeUndefined();
    expect(glassesOf(ICED, { ...HOUSE, iceSources: [] }, SHEET)).toBeUndefined();
  });
});

const DRIP = must(forecastCurves({ ...onFulmar(184, 1667), grindUm: 800 })).curves;

describe("the melt", () => {
  test("a hot sheet has none; an iced one's swirl begins at the last drop", () => {
    const hot = firstState(BENCH);
    expect(meltingOf(hot, BENCH, sheetOf(hot), { drip: DRIP, stirring: "swirled" })).toBeUndefined();
    const swirled = meltingOf(ICED, BENCH, SHEET, { drip: DRIP, stirring: "swirled" })!;
    expect(swirled).toMatchObject({ arrivesS: DRIP.timeS.at(-1), pieceMm: 22, pieceIsGuess: false });
    expect(swirled.swirlS).toBeGreaterThanOrEqual(0);
    const still = meltingOf(ICED, BENCH, SHEET, { drip: DRIP, stirring: "still" })!;
    expect(still.swirlS!).toBeGreaterThan(swirled.swirlS!);
    const unsized = { ...BENCH, iceSources: [{ ...BENCH.iceSources[0]!, pieceMm: null }] };
    expect(meltingOf(ICED, unsized, SHEET, { drip: DRIP, stirring: "still" })!.pieceIsGuess).toBe(true);
  });

  test("brewed beside, it is poured over at once, a little cooler", () => {
    const beside = { ...ICED, iced: { ...USUAL_ICED, method: "beside" as const } };
    expect(meltingOf(beside, BENCH, sheetOf(beside), { drip: DRIP, stirring: "still" })!.arrivesS).toBe(0);
    expect(sheetOf(beside).asked.heat!.dripTempC).toBeCloseTo(SHEET.asked.heat!.dripTempC - 4, 9);
    // All of it comes: when the ice has melted it is as strong as the sheet says.
    for (const state of [beside, ICED]) {
      const sheet = sheetOf(state);
      const { curve } = meltingOf(state, BENCH, sheet, { drip: DRIP, stirring: "swirled" })!;
      const { strengthPct, iceLeftG } = curve.points.at(-1)!;
      expect(iceLeftG).toBeLessThan(20);
      expect(strengthPct / sheet.rounded.strengthPct!).toBeCloseTo(1, 1);
    }
  });
});

describe("a bath", () => {
  const bathed = methodAs("bath", ICED, HOUSE);

  test("takes the hot sheet as it is, and says how much ice and how long", () => {
    const { rounded } = sheetOf(bathed);
    expect(rounded.iceG).toBe(0);
    const bath = bathOf(bathed, HOUSE, rounded)!;
    expect(bath.iceG).toBeGreaterThan(bath.needG);
    expect(bath.rateIsGuess).toBe(true);
    if (!bath.turned.ok || !bath.still.ok) throw new Error("not cold");
    expect(bath.still.value.doneS).toBeGreaterThan(2 * bath.turned.value.doneS);
  });

  test("with too little ice it says so", () => {
    const scant = { ...bathed, iced: { ...bathed.iced, bathIceG: 300 } };
    expect(bathOf(scant, HOUSE, sheetOf(scant).rounded)!.turned).toMatchObject({
      failure: { code: "bathTooSmall" },
    });
  });
});
