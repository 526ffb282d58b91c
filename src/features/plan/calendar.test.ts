import { describe, expect, test } from "vitest";
import { calendarOf, linesOnDay } from "./calendar.ts";
import type { LaneBatch } from "./lanes.ts";

const PLACE = { siteId: "pier", site: "Pier Head", day: "2026-07-15", timeZone: "Europe/London" };
const wrapped = (...events: readonly string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//quay//EN", ...events, "END:VCALENDAR"].join("\r\n");
const event = (...lines: readonly string[]) =>
  ["BEGIN:VEVENT", "UID:1", "DTSTAMP:20260101T000000Z", ...lines, "END:VEVENT"].join("\r\n");

describe("a calendar of the house's own", () => {
  test("says when the boats sail: by its own zone, by the site's, and in UTC", () => {
    const text = wrapped(
      event("SUMMARY:07:40 to Fair Isle", "DTSTART:20260715T064000Z"),
      event("SUMMARY:06:40", "DTSTART:20260715T064000"),
      event("SUMMARY:yesterday's", "DTSTART:20260714T064000Z"),
      event("SUMMARY:regatta", "DTSTART;VALUE=DATE:20260715"),
    );
    expect(linesOnDay(text, PLACE)).toEqual([
      { name: "06:40", atMin: 400 },
      { name: "07:40 to Fair Isle", atMin: 460 },
    ]);
  });

  test("what comes again comes on its days", () => {
    const daily = wrapped(
      event(
        "SUMMARY:12:15",
        "DTSTART:20260601T121500",
        "RRULE:FREQ=WEEKLY;BYDAY=MO,WE",
        "EXDATE:20260722T121500",
      ),
    );
    expect(linesOnDay(daily, PLACE)).toEqual([{ name: "12:15", atMin: 735 }]);
    expect(linesOnDay(daily, { ...PLACE, day: "2026-07-16" })).toEqual([]);
    expect(linesOnDay(daily, { ...PLACE, day: "2026-07-22" })).toEqual([]);
    expect(linesOnDay(daily, { ...PLACE, day: "2026-12-02" })).toEqual([{ name: "12:15", atMin: 735 }]);
  });

  test("a time of another zone is told by the site's clock, whether the calendar describes the zone or not", () => {
    const zone = [
      "BEGIN:VTIMEZONE",
      "TZID:Quay/Far",
      "BEGIN:STANDARD",
      "DTSTART:20000101T000000",
      "TZOFFSETFROM:+0300",
      "TZOFFSETTO:+0300",
      "END:STANDARD",
      "END:VTIMEZONE",
    ].join("\r\n");
    const text = wrapped(
      zone,
      event("SUMMARY:described", "DTSTART;TZID=Quay/Far:20260715T100000"),
      event("SUMMARY:named", "DTSTART;TZID=Europe/Paris:20260715T100000"),
    );
    expect(linesOnDay(text, PLACE)).toEqual([
      { name: "described", atMin: 480 },
      { name: "named", atMin: 540 },
    ]);
  });

  test("what comes again within a day, and for years, is all of it there", () => {
    const hourly = wrapped(event("SUMMARY:bus", "DTSTART:20250101T060000Z", "RRULE:FREQ=HOURLY"));
    expect(linesOnDay(hourly, PLACE).length).toBe(24);
    const daily = wrapped(event("SUMMARY:old", "DTSTART:20000101T070000", "RRULE:FREQ=DAILY"));
    expect(linesOnDay(daily, PLACE)).toEqual([{ name: "old", atMin: 420 }]);
  });

  test("a text that is none is an error", () => {
    expect(() => linesOnDay("time,item\r\n", PLACE)).toThrow();
  });
});

test("a plan as a calendar: each likely batch, and each order, at its time", () => {
  const batch = {
    option: { title: "Saltmarsh, hot, 2 801 g on Fulmar" },
    beginMin: 370,
    readyMin: 380,
    pinId: undefined,
  } as LaneBatch;
  const standing = { ...batch, option: undefined };
  const orders = [{ id: "o", name: "the pilots", atMin: 540, untilMin: 600, cups: 40, cardId: "" }];
  const text = calendarOf(PLACE, [standing, batch], orders);
  expect(linesOnDay(text, PLACE)).toEqual([
    { name: "Brew Saltmarsh, hot, 2 801 g on Fulmar", atMin: 370 },
    { name: "the pilots: 40 cups", atMin: 540 },
  ]);
  expect(text).toContain("DTSTART:20260715T051000Z");
});
