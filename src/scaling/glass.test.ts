import { expect, test } from "vitest";
import { must } from "#core/result";
import { solveSheet } from "#core/sheet";
import { BENCH } from "#tests/pierHead.ts";
import { cupOverIce, GLASS_SERVICES, glassesOf } from "./glass.ts";
import { meltingOf } from "./melting.ts";
import { firstState, serveAs, sheetInputOf } from "./state.ts";

const ICED = serveAs("iced", firstState(BENCH), BENCH);
const FIGURES = must(solveSheet(sheetInputOf(ICED, BENCH))).rounded;
const CUP = { id: "iced 350", volumeMl: 350, fillG: 240, serve: "iced" as const };

test("a cup holds its fill, and ice in the rest of it", () => {
  expect(cupOverIce(CUP, BENCH.iceSources[0]!)).toEqual({ coffeeG: 240, iceG: 110 * 0.58 });
  expect(cupOverIce({ ...CUP, fillG: null }, BENCH.iceSources[0]!).coffeeG).toBeCloseTo(227.5, 9);
});

test("each service has its moments; bare keeps its strength, cubes thin it, a large piece later, shaking at once", () => {
  const glasses = glassesOf(ICED, BENCH, FIGURES, CUP)!;
  expect(glasses.map(({ service }) => service)).toEqual([...GLASS_SERVICES]);
  const strength = (service: string, moment: number) =>
    glasses.find((each) => each.service === service)!.points[moment]!.strengthPct;
  expect(strength("bare", 3)).toBeCloseTo(FIGURES.strengthPct!, 9);
  expect(strength("cubes", 1)).toBeLessThan(strength("bare", 1));
  expect(strength("large", 1)).toBeGreaterThan(strength("cubes", 1));
  expect(strength("shaken", 0)).toBeLessThan(strength("cubes", 0));
});

test("a hot sheet has no melt; an iced one's swirl begins at the last drop", () => {
  const hot = firstState(BENCH);
  const figures = must(solveSheet(sheetInputOf(hot, BENCH))).rounded;
  expect(meltingOf(hot, BENCH, figures, { brewTimeS: 300, stirring: "swirled" })).toBeUndefined();
  const swirled = meltingOf(ICED, BENCH, FIGURES, { brewTimeS: 235, stirring: "swirled" })!;
  expect(swirled).toMatchObject({ arrivesS: 235, pieceMm: 22, pieceIsGuess: false });
  expect(swirled.swirlS).toBeGreaterThanOrEqual(0);
  const still = meltingOf(ICED, BENCH, FIGURES, { brewTimeS: 235, stirring: "still" })!;
  expect(still.swirlS!).toBeGreaterThan(swirled.swirlS!);
  const unsized = { ...BENCH, iceSources: [{ ...BENCH.iceSources[0]!, pieceMm: null }] };
  expect(meltingOf(ICED, unsized, FIGURES, { brewTimeS: 235, stirring: "still" })!.pieceIsGuess).toBe(true);
});
