import { expect, test } from "vitest";
import { dayIn, daysBetween } from "./days.ts";

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
