import { describe, expect, test } from "vitest";
import { scaleState } from "#contract/scaleState.ts";
import { must } from "#core/result";
import { firstState, methodAs, queryOf, readQuery, serveAs } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { pinOn, solveState } from "./solved.ts";

const HOT = firstState(BENCH);
const { lattice } = BENCH.brewers[0]!;
const delivered = (settingG: number) => lattice.interceptG + lattice.slope * settingG;
const water = (value: number, state = HOT) => must(pinOn(state, { name: "brewWaterG", value }, BENCH));

describe("a figure that is pinned as a band", () => {
  const dose = (band: readonly [number, number]) =>
    must(pinOn(HOT, { name: "doseG", value: (band[0] + band[1]) / 2, band }, BENCH)).pins;
  const { doseMaxG } = BENCH.brewers[0]!;

  test("leaves the rounding its room, and the sheet lies inside it", () => {
    const pins = dose([170, 190]);
    expect(pins).toContainEqual({ name: "doseG", value: 180, band: [170, 190] });
    const { rounded } = must(solveState({ ...HOT, pins }, BENCH));
    expect(rounded.doseG).toBeGreaterThanOrEqual(170);
    expect(rounded.doseG).toBeLessThanOrEqual(190);
    const alone = must(solveState({ ...HOT, pins: pins.map(({ name, value }) => ({ name, value })) }, BENCH));
    expect(Math.abs(rounded.brewRatio - 16)).toBeLessThanOrEqual(Math.abs(alone.rounded.brewRatio - 16));
  });

  test("of doses ends where the brewer does; beyond it the sheet says that it cannot", () => {
    expect(dose([doseMaxG - 40, doseMaxG + 100])).toContainEqual({
      name: "doseG",
      value: doseMaxG - 20,
      band: [doseMaxG - 40, doseMaxG],
    });
    const pins = dose([doseMaxG + 40, doseMaxG + 100]);
    const { checks } = must(solveState({ ...HOT, pins }, BENCH));
    expect(checks.some(({ severity }) => severity === "stop")).toBe(true);
  });

  test("of water is none of the brewer's settings, but what may be weighed", () => {
    const pinned = must(pinOn(HOT, { name: "brewWaterG", value: 3010, band: [2950, 3070] }, BENCH));
    expect(pinned).not.toHaveProperty("settingG");
    expect(pinned.pins).toContainEqual({ name: "brewWaterG", value: 3010, band: [2950, 3070] });
    expect(water(3010).settingG).toBe(3100);
    // A concentrate lies in its bucket: no brewer gives its water.
    const steeped = methodAs("steep", serveAs("iced", HOT, BENCH), BENCH);
    expect(water(3010, steeped)).not.toHaveProperty("settingG");
  });

  test("goes through the link, turned round or with one end it is none", () => {
    const state = { ...HOT, pins: dose([170, 190]) };
    const query = Object.fromEntries(new URLSearchParams(queryOf(state)));
    expect(readQuery(query, BENCH)).toEqual({ state, broken: false });
    for (const pins of [
      "doseG:180:190:170",
      "doseG:180:170",
      "doseG:180:170:",
      "doseG:180:185:190",
      "doseG:1:0:2",
    ])
      expect(readQuery({ ...query, pins }, BENCH).broken).toBe(true);
    expect(
      scaleState.safeParse({ ...state, pins: [{ name: "doseG", value: 180, band: [190, 170] }] }).success,
    ).toBe(false);
  });
});

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
