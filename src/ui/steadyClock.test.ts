import { expect, test } from "vitest";
import { houseTime, lookedAt, steadyClock } from "./steadyClock.ts";

const HOUR = 3_600_000;
/** The house is at 1,000,000; the tablet is an hour ahead, and has been on for 5 s. */
const CLOCK = steadyClock(1_000_000, 1_000_000 + HOUR, 5000);
const after = (deviceS: number, monoS: number) =>
  houseTime(lookedAt(CLOCK, 1_000_000 + HOUR + 1000 * deviceS, 5000 + 1000 * monoS)) - 1_000_000;

test("a tablet whose clock is an hour off tells the house's time", () => {
  expect(after(0, 0)).toBe(0);
  expect(after(10, 10)).toBe(10_000);
});

test("a clock that is set by an hour in between, either way, moves nothing", () => {
  expect(after(3600 + 10, 10)).toBe(10_000);
  expect(after(-3600 + 10, 10)).toBe(10_000);
});

test("set back by a minute it moves nothing, either", () => {
  expect(after(-60 + 10, 10)).toBe(10_000);
});

test("a tablet that slept for two minutes has gone on", () => {
  expect(after(120, 1)).toBe(120_000);
});

test("what two clocks drift apart by is nobody's doing", () => {
  expect(after(60.4, 60)).toBe(60_400);
});
