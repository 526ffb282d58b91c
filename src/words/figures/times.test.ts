import { describe, expect, it } from "vitest";
import { printMoment, printRest, printTime } from "./index.ts";

const LONDON = { timeZone: "Europe/London" };
const NOW = new Date("2026-07-14T08:30:00Z");
const ago = (hours: number) => new Date(NOW.getTime() - hours * 3_600_000);

describe("a moment of a list that goes back from now", () => {
  it.each([
    [0, "today, 09:30"],
    [9, "today, 00:30"],
    [10, "yesterday, 23:30"],
    [33, "yesterday, 00:30"],
    [34, "Sun, 23:30"],
    [24 * 6, "Wed, 09:30"],
    [24 * 7, "7 Jul, 09:30"],
  ])("%d hours ago is %s", (hours, text) => {
    expect(printMoment(ago(hours), NOW, LONDON)).toBe(text);
  });

  it("is by its date when it is still to come", () => {
    expect(printMoment(ago(-24), NOW, LONDON)).toBe("15 Jul, 09:30");
  });

  it("is read in the site's zone, on the reader's clock", () => {
    expect(printMoment(ago(10), NOW, { timeZone: "Pacific/Auckland" })).toBe("today, 10:30");
    expect(printMoment(ago(-6), NOW, { ...LONDON, clock: "12 h" })).toBe("today, 3:30 pm");
    expect(printTime(NOW, { ...LONDON, clock: "12 h" })).toBe("14 Jul 2026, 9:30 am");
    expect(printTime(NOW, LONDON)).toBe("14 Jul 2026, 09:30");
  });
});

describe("how long a coffee has rested", () => {
  it.each([
    ["2026-07-14", "roasted today"],
    ["2026-07-13", "1 day off roast"],
    ["2026-07-05", "9 days off roast"],
    // Over a change of the clocks, and of the year.
    ["2025-12-31", "195 days off roast"],
    ["2026-07-15", "not roasted yet"],
  ])("roasted on %s: %s", (roastedOn, text) => {
    expect(printRest(roastedOn, "2026-07-14")).toBe(text);
  });
});
