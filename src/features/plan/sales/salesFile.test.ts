import { describe, expect, test } from "vitest";
import { dayOrderOf, guessedMapping, itemsOf, readSales, type Sheet, type SoldAs } from "./salesFile.ts";

const HOT: SoldAs = { coffee: "Saltmarsh", serve: "hot", cupMl: 350 };
const SITE = { siteId: "0190a5c0-0000-7000-8000-000000000001", timeZone: "Europe/London" };
const SHEET: Sheet = {
  head: ["Date", "Time", "Product", "Qty"],
  rows: [
    ["14/07/2026", "08:15", "Filter 12oz", "2"],
    ["14/07/2026", "08:15", "Filter 12oz", "2"],
    ["14/07/2026", "08:31:07", "Scone", "1"],
    ["16/07/2026", "17:02", "Filter 12oz", "1"],
  ],
};
const soldAs = new Map([["Filter 12oz", HOT]]);
const readOf = (sheet: Sheet, mapping = guessedMapping(sheet)) => readSales(sheet, mapping, soldAs, SITE);

describe("a till's file", () => {
  test("is understood by its heads", () => {
    expect(guessedMapping(SHEET)).toEqual({ at: 0, time: 1, item: 2, count: 3, order: "day first" });
    expect(itemsOf(SHEET, guessedMapping(SHEET))).toEqual(["Filter 12oz", "Scone"]);
    const one = { head: ["sold at", "drink"], rows: [["2026-07-14 08:15", "Filter"]] };
    expect(guessedMapping({ ...one, head: ["time sold", "drink"] })).toMatchObject({
      at: 0,
      time: undefined,
      item: 1,
      count: undefined,
    });
  });

  test("two sales of a minute are two, and the same file again is the same", () => {
    const read = readOf(SHEET);
    expect(read.sales.map(({ at, count }) => [at, count])).toEqual([
      ["2026-07-14T07:15:00.000Z", 2],
      ["2026-07-14T07:15:00.000Z", 2],
      ["2026-07-16T16:02:00.000Z", 1],
    ]);
    expect(new Set(read.sales.map(({ id }) => id)).size).toBe(3);
    expect(readOf(SHEET).sales).toEqual(read.sales);
    expect(read).toMatchObject({ leftOut: 1, alike: 1, days: 2, gaps: 1, problems: [] });
  });

  test("times are the site's own, unless they name a zone", () => {
    const at = (text: string) =>
      readSales(
        { head: [], rows: [[text, "Filter 12oz"]] },
        { at: 0, time: undefined, item: 1, count: undefined, order: "day first" },
        soldAs,
        SITE,
      ).sales[0]?.at;
    expect(at("2026-07-14 08:15")).toBe("2026-07-14T07:15:00.000Z");
    expect(at("2026-01-14T08:15")).toBe("2026-01-14T08:15:00.000Z");
    expect(at("2026-07-14T08:15:00+02:00")).toBe("2026-07-14T06:15:00.000Z");
    expect(at("2026-07-14T08:15:00Z")).toBe("2026-07-14T08:15:00.000Z");
    expect(at("14.7.26 8:15 PM")).toBe("2026-07-14T19:15:00.000Z");
    expect(at("14-7-2026, 0815")).toBe("2026-07-14T07:15:00.000Z");
  });

  test("a late cup is of its own evening, not of tomorrow's day in Greenwich", () => {
    const west = { ...SITE, timeZone: "America/Halifax" };
    const rows = ["13/07/2026 21:30", "14/07/2026 21:30"].map((at) => [at, "Filter 12oz"]);
    const sheet = { head: ["when", "item"], rows };
    expect(readSales(sheet, guessedMapping(sheet), soldAs, west)).toMatchObject({ days: 2, gaps: 0 });
    const oneDay = { head: ["when", "item"], rows: [["14/07/2026 08:00", "Filter 12oz"], rows[1]!] };
    expect(readSales(oneDay, guessedMapping(oneDay), soldAs, west)).toMatchObject({ days: 1, gaps: 0 });
  });

  test("days that could be read either way are asked about", () => {
    expect(dayOrderOf(["03/04/2026", "05/06/2026"])).toBeUndefined();
    expect(dayOrderOf(["03/04/2026", "13/04/2026"])).toBe("day first");
    expect(dayOrderOf(["03/04/2026", "04/13/2026"])).toBe("month first");
    const april = { head: ["when", "item"], rows: [["03/04/2026 09:00", "Filter 12oz"]] };
    const mapping = guessedMapping(april);
    expect(readOf(april, mapping).sales[0]!.at).toBe("2026-04-03T08:00:00.000Z");
    expect(readOf(april, { ...mapping, order: "month first" }).sales[0]!.at).toBe("2026-03-04T09:00:00.000Z");
  });

  test("what is no time or no count is told with its row, and the others are read", () => {
    const odd: Sheet = {
      ...SHEET,
      rows: [
        ["yesterday", "", "Filter 12oz", "1"],
        ["14/07/2026", "08:15", "Filter 12oz", "-2"],
        ["14/07/2026", "08:15", "Filter 12oz", "1.5"],
        ["14/07/2026", "08:15", "Filter 12oz", "500"],
        ["14/07/2026", "08:15", "Filter 12oz", "0"],
        ["14/07/2026", "08:15", "Filter 12oz", "3"],
        ["14/07/2026"],
      ],
    };
    const { sales, problems, leftOut } = readOf(odd, guessedMapping(SHEET));
    expect(sales.map(({ count }) => count)).toEqual([3]);
    expect(problems.map(({ row, code }) => [row, code])).toEqual([
      [2, "time"],
      [3, "count"],
      [4, "count"],
      [5, "count"],
    ]);
    expect(leftOut).toBe(1);
  });
});
