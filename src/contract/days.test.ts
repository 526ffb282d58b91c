import { expect, test } from "vitest";
import { dayIn, daysBetween, momentsOf } from "./days.ts";

test("a day is the one that people at the site have", () => {
  const at = new Date("2026-07-14T01:30:00Z");
  expect(dayIn("Europe/London", at)).toBe("2026-07-14");
  expect(dayIn("America/Los_Angeles", at)).toBe("2026-07-13");
});

test("days between two dates do not hang on any zone, nor on a change of the clocks", () => {
  expect(daysBetween("2026-07-10", "2026-07-14")).toBe(4);
  expect(daysBetween("2026-03-28", "2026-03-30")).toBe(2);
  expect(daysBetween("2026-07-14", "2026-07-10")).toBe(-4);
});

test("a day lasts from midnight to midnight at the site, also on the day on which the clocks change", () => {
  const hours = (zone: string, day: string) => {
    const { from, until } = momentsOf(zone, day);
    return [from.toISOString(), (+until - +from) / 3_600_000];
  };
  expect(hours("Europe/London", "2026-07-14")).toEqual(["2026-07-13T23:00:00.000Z", 24]);
  expect(hours("Europe/London", "2026-03-29")).toEqual(["2026-03-29T00:00:00.000Z", 23]);
  expect(hours("Europe/London", "2026-10-25")).toEqual(["2026-10-24T23:00:00.000Z", 25]);
});
