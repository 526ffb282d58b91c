import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { firstState, serveAs } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { pinOn, solveState } from "./solved.ts";

const HOT = firstState(BENCH);
const { lattice } = BENCH.brewers[0]!;
const delivered = (settingG: number) => lattice.interceptG + lattice.slope * settingG;
const water = (value: number, state = HOT) => must(pinOn(state, { name: "brewWaterG", value }, BENCH));

describe("water that is pinned on a brewer with steps", () => {
  test("is the delivery of the nearest setting, and that is said", () => {
    const { pins, settingG } = water(delivered(3270));
    expect(settingG).toBe(3300);
    expect(pins.find(({ name }) => name === "brewWaterG")?.value).toBeCloseTo(delivered(3300), 9);
  });

  test("iced, too, so that no sheet is printed with a setting that does not exist", () => {
    const iced = serveAs("iced", HOT, BENCH);
    const { pins, settingG } = water(delivered(1540), iced);
    expect(settingG).toBe(1500);
    expect(must(solveState({ ...iced, pins }, BENCH)).rounded.settingG).toBe(1500);
  });

  test("stays as it is where it is one of its settings", () => {
    expect(water(delivered(3100)).settingG).toBeUndefined();
  });

  test("stays as it is beyond what the brewer can be set to: the sheet says that it cannot", () => {
    const { pins, settingG } = water(delivered(lattice.maxSettingG + 400));
    expect(settingG).toBeUndefined();
    expect(pins.find(({ name }) => name === "brewWaterG")?.value).toBeCloseTo(
      delivered(lattice.maxSettingG + 400),
      9,
    );
  });
});
