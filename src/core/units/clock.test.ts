import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CLOCKS, parseClock, printClock } from "./clock.ts";

describe("a time of the day", () => {
  it.each([
    ["14:05", 845],
    ["1405", 845],
    ["14.05", 845],
    ["2:05 pm", 845],
    ["2:05PM", 845],
    ["9", 540],
    ["9 am", 540],
    ["12 am", 0],
    ["12:30 am", 30],
    ["12 pm", 720],
    ["0:00", 0],
    ["23:59", 1439],
    ["07 30", 450],
  ])("is read from %s", (text, min) => {
    expect(parseClock(text)).toEqual({ ok: true, value: min });
  });

  it.each(["24:00", "12:60", "13 pm", "0 am", "noon", "1:5", "-3", "14:05:00"])("%s is none", (text) => {
    expect(parseClock(text)).toMatchObject({ ok: false, failure: { code: "notANumber" } });
  });

  it("is read as it was printed, on either clock", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1439 }), fc.constantFrom(...CLOCKS), (min, clock) => {
        expect(parseClock(printClock(min, clock))).toEqual({ ok: true, value: min });
      }),
    );
  });

  it("is printed as its reader has it", () => {
    expect([0, 665, 720, 1439].map((min) => printClock(min))).toEqual(["00:00", "11:05", "12:00", "23:59"]);
    expect([0, 665, 720, 1439].map((min) => printClock(min, "12 h"))).toEqual([
      "12:00 am",
      "11:05 am",
      "12:00 pm",
      "11:59 pm",
    ]);
  });
});
