import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { HEAT } from "#tests/arbitraries/sheet.ts";
import { type CheckCode, type SheetInput, solveSheet } from "./index.ts";

const FULMAR = {
  doseMinG: 60,
  doseMaxG: 230,
  waterMinG: 1179,
  waterMaxG: 3522,
  preferredMinG: 1960,
  preferredMaxG: 3326,
  bedDepthMinMm: 20,
  bedDepthMaxMm: 40,
  basket: { shape: "flat" as const, topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
};
const DISPENSER = { brimG: 3100, workingG: 2850 };
const STEEL = { brimG: 4200, workingG: 3990 };

const HOT: SheetInput = {
  serve: "hot",
  retentionGPerG: 2.12,
  pins: { yieldG: 2800, brewRatio: 16 },
  extractionPct: 20,
  brewer: FULMAR,
  vessel: DISPENSER,
  window: { ratio: [15, 17], strengthPct: [1.2, 1.45], extractionPct: [18, 22] },
};
const ICED: SheetInput = {
  ...HOT,
  serve: "iced",
  pins: { yieldG: 2800, totalRatio: 15.5, iceG: 900 },
  extractionPct: 18.5,
  heat: HEAT,
  brewer: { ...FULMAR, preferredMinG: undefined },
  vessel: STEEL,
};

const checksOf = (input: SheetInput) => must(solveSheet(input)).checks;
const codesOf = (input: SheetInput): readonly CheckCode[] => checksOf(input).map(({ code }) => code);
const pinned = (input: SheetInput, pins: SheetInput["pins"], more: Partial<SheetInput> = {}) =>
  checksOf({ ...input, ...more, pins });

test("a good pot and a good iced server raise nothing", () => {
  expect(codesOf(HOT)).toEqual([]);
  expect(codesOf(ICED)).toEqual([]);
});

describe("basket and brewer", () => {
  test("dose over what the brewer takes, at its limit and just above", () => {
    const at = (doseG: number) =>
      pinned(HOT, { doseG, yieldG: 2800 }, { window: undefined }).map(({ code }) => code);
    expect(at(230)).toEqual([]);
    expect(at(230.5)).toEqual(["doseOverBasket"]);
  });

  test("a swollen bed must fit below the rim even where the maker allows more", () => {
    const shallow = { ...FULMAR, basket: { ...FULMAR.basket, heightMm: 32 } };
    const [check] = pinned(HOT, { doseG: 205, yieldG: 2800 }, { brewer: shallow });
    expect(check).toMatchObject({ code: "doseOverBasket", severity: "stop" });
    expect(check!.figures.mostG).toBeLessThan(205);
  });

  test("a bed too shallow or too deep, with the side of the window it missed", () => {
    const [shallow] = pinned(
      HOT,
      { doseG: 100, brewRatio: 16 },
      { vessel: undefined, brewer: { ...FULMAR, preferredMinG: undefined } },
    );
    expect(shallow).toMatchObject({ code: "bedOutsideWindow", severity: "warn", figures: { leastMm: 20 } });
    expect(shallow!.figures.bedDepthMm).toBeLessThan(20);
    const narrow = { ...FULMAR, bedDepthMaxMm: 30 };
    expect(codesOf({ ...HOT, brewer: narrow })).toEqual(["bedOutsideWindow"]);
  });

  test("the coffee's density counts", () => {
    const brewer = { ...FULMAR, bedDepthMaxMm: 36 };
    expect(codesOf({ ...HOT, brewer })).toEqual([]);
    expect(codesOf({ ...HOT, brewer, coffee: { densityGPerMl: 0.35 } })).toEqual(["bedOutsideWindow"]);
  });

  test("water outside the brewer stops, outside its best window is only noted", () => {
    const few = pinned(
      HOT,
      { doseG: 70, brewRatio: 16 },
      { vessel: undefined, brewer: { ...FULMAR, bedDepthMinMm: undefined } },
    );
    expect(few).toMatchObject([{ code: "waterOutsideBrewer", severity: "stop", figures: { leastG: 1179 } }]);
    const some = pinned(
      HOT,
      { doseG: 110, brewRatio: 16 },
      { vessel: undefined, brewer: { ...FULMAR, bedDepthMinMm: undefined } },
    );
    expect(some).toMatchObject([{ code: "outsidePreferred", severity: "note" }]);
  });

  test("less coffee than the brewer is made for", () => {
    const codes = pinned(HOT, { doseG: 50, yieldG: 2800 }, { window: undefined }).map(({ code }) => code);
    expect(codes).toContain("doseUnderBrewer");
  });
});

describe("the vessel", () => {
  const filled = (yieldG: number, serve: SheetInput = HOT) =>
    pinned(serve, { yieldG, doseG: 200 }, { brewer: undefined, window: undefined }).map(
      ({ code, severity }) => `${code} ${severity}`,
    );

  test("the brim is a volume: hot coffee takes more of it than its grams", () => {
    expect(filled(3100 * 0.965)).toEqual(["overWorkingFill warn"]);
    expect(filled(3100 * 0.965 + 1)).toEqual(["overBrim stop"]);
  });

  test("a working fill is a soft line, and nine tenths of it is full enough", () => {
    expect(filled(2850 * 1.01)).toEqual([]);
    expect(filled(2850 * 1.011)).toEqual(["overWorkingFill warn"]);
    expect(filled(2850 * 0.9)).toEqual([]);
    expect(filled(2850 * 0.899)).toEqual(["underFilled warn"]);
  });

  test("a fill that was not measured is 95 % of the brim's volume", () => {
    const most = 0.95 * 3100 * 0.965;
    const unmeasured = { ...HOT, vessel: { brimG: 3100 } };
    expect(filled(most * 1.009, unmeasured)).toEqual(["overWorkingFill warn"].slice(1));
    const over = pinned(
      unmeasured,
      { yieldG: most * 1.011, doseG: 200 },
      { vessel: { brimG: 3100 }, brewer: undefined, window: undefined },
    );
    expect(over).toMatchObject([{ code: "overWorkingFill" }]);
    expect(over[0]!.figures.workingG).toBeCloseTo(most, 9);
  });

  test("an iced server half empty is no fault", () => {
    expect(pinned(ICED, { yieldG: 1400, totalRatio: 15.5, iceG: 450 }, { brewer: undefined })).toEqual([]);
  });
});

describe("ice", () => {
  test("before it melts it takes more room than after: the heap, or ice and coffee together", () => {
    const small = { brimG: 2900, workingG: 2850 };
    expect(codesOf({ ...ICED, vessel: small, brewer: undefined })).toEqual(["overBrimMelting"]);
    const [check] = checksOf({ ...ICED, vessel: small, brewer: undefined });
    expect(check!.figures.unmeltedMl).toBeCloseTo(900 / 0.917 + 1900 / 0.965, 6);
    // Loose pieces stand higher than the finished drink.
    const heaped = pinned(
      ICED,
      { yieldG: 1500, totalRatio: 15, iceG: 900 },
      { vessel: { brimG: 1650, workingG: 1600 }, brewer: undefined, window: undefined, iceHeapGPerMl: 0.5 },
    );
    expect(heaped.find(({ code }) => code === "overBrimMelting")?.figures).toMatchObject({
      heapMl: 1800,
      mostMl: 1800,
    });
  });

  test("ice that is left, and how strong the coffee is then", () => {
    const sheet = must(
      solveSheet({
        ...ICED,
        brewer: undefined,
        window: undefined,
        pins: { yieldG: 2800, totalRatio: 15.5, iceG: 1500 },
      }),
    );
    const left = sheet.checks.find(({ code }) => code === "iceLeftOver")!;
    expect(sheet.rounded.finalTempC).toBe(0);
    const { iceLeftG, liquidG, strengthPct } = left.figures;
    expect(liquidG! + iceLeftG!).toBeCloseTo(2800, 9);
    expect(strengthPct! * liquidG!).toBeCloseTo(sheet.rounded.strengthPct! * 2800, 6);
  });
});

describe("the house's windows", () => {
  test("hot holds the ratio without ice against it, iced the one with", () => {
    const [hot] = pinned(HOT, { yieldG: 2800, brewRatio: 17.5 }, { extractionPct: undefined });
    expect(hot).toMatchObject({ code: "ratioOutsideWindow", figures: { low: 15, high: 17 } });
    expect(hot!.figures).toHaveProperty("brewRatio");
    const iced = pinned(ICED, { yieldG: 2800, totalRatio: 17.5, iceG: 900 }, { extractionPct: undefined });
    expect(iced.map(({ figures }) => Object.keys(figures)[0])).toEqual(["totalRatio"]);
  });

  test("strength and extraction", () => {
    expect(codesOf({ ...HOT, extractionPct: 17 })).toEqual(["extractionOutsideWindow"]);
    expect(codesOf({ ...HOT, extractionPct: 21.5 })).toEqual(["strengthOutsideWindow"]);
    expect(codesOf({ ...HOT, extractionPct: undefined })).toEqual([]);
  });

  test("what only rounding took out of a window is no warning, and what is out before it is one", () => {
    // 190 g at 1:17 is set in steps of 100 g: the ratio that can be set lies a little above.
    const coarse = { doseG: 1, brewWater: { stepG: 100, slope: 1, interceptG: 40 } };
    const at = (brewRatio: number) => ({
      ...HOT,
      rounding: coarse,
      pins: { doseG: 190, brewRatio },
      window: { ratio: [15, 17] as const },
    });
    const { rounded } = must(solveSheet(at(17)));
    expect(rounded.brewRatio).toBeGreaterThan(17.005);
    expect(codesOf(at(17))).not.toContain("ratioOutsideWindow");
    expect(codesOf(at(17.2))).toContain("ratioOutsideWindow");
  });

  test("figures are held to a window as they are printed", () => {
    const at = (extractionPct: number) => codesOf({ ...HOT, extractionPct });
    expect(at(17.96)).not.toContain("extractionOutsideWindow");
    expect(at(17.94)).toContain("extractionOutsideWindow");
    const strong = (extractionPct: number, high: number) =>
      codesOf({ ...HOT, extractionPct, window: { strengthPct: [1.2, high] } });
    // Extraction is strength times what it is dissolved in: 2801 g of coffee from 202 g.
    const forStrength = (pct: number) =>
      (pct * 20) / must(solveSheet({ ...HOT, extractionPct: 20 })).rounded.strengthPct!;
    expect(strong(forStrength(1.404), 1.4)).not.toContain("strengthOutsideWindow");
    expect(strong(forStrength(1.406), 1.4)).toContain("strengthOutsideWindow");
  });
});
