import { tz } from "@date-fns/tz";
import { addMinutes, isValid, parseISO } from "date-fns";
import ICAL from "ical.js";
import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import { minuteIn, momentsOf } from "#contract/days.ts";
import type { LaneBatch } from "./lanes.ts";

type Place = Pick<DayKit, "day" | "timeZone" | "siteId" | "site">;

/** A minute of the wall's clock as a moment: a day on which clocks change has one hour more or less. */
function momentAt({ day, timeZone }: Pick<Place, "day" | "timeZone">, min: number): Date {
  const wall = addMinutes(parseISO(`${day}T00:00:00Z`), min)
    .toISOString()
    .slice(0, 19);
  return new Date(+parseISO(wall, { in: tz(timeZone) }));
}

/** A day's likely batches and its orders, as an iCalendar file (RFC 5545). */
export function calendarOf(
  place: Place,
  batches: readonly LaneBatch[],
  orders: DayChanges["orders"],
): string {
  const calendar = new ICAL.Component("vcalendar");
  calendar.updatePropertyWithValue("version", "2.0");
  calendar.updatePropertyWithValue("prodid", "-//Tumbek//plan of a day//EN");
  const add = (id: string, summary: string, fromMin: number, toMin: number, description = "") => {
    const event = new ICAL.Component("vevent");
    const at = (min: number) => ICAL.Time.fromJSDate(momentAt(place, min), true);
    event.updatePropertyWithValue("uid", `${id}@${place.siteId}`);
    event.updatePropertyWithValue("dtstamp", at(fromMin));
    event.updatePropertyWithValue("dtstart", at(fromMin));
    event.updatePropertyWithValue("dtend", at(Math.max(toMin, fromMin + 1)));
    event.updatePropertyWithValue("summary", summary);
    event.updatePropertyWithValue("location", place.site);
    if (description) event.updatePropertyWithValue("description", description);
    calendar.addSubcomponent(event);
  };
  for (const [i, { option, beginMin, readyMin, pinId }] of batches.entries())
    if (option)
      add(
        `${place.day}-${i}`,
        `Brew ${option.title}`,
        beginMin,
        readyMin,
        pinId === undefined ? "Likely then: the level of cups decides." : "",
      );
  for (const { id, name, cups, atMin, untilMin } of orders)
    add(id, `${name}: ${Math.round(cups)} cups`, atMin, untilMin);
  return calendar.toString();
}

/** Hands a file to the browser to be kept. */
export function saveCalendar(text: string, name: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: "text/calendar" }));
  const link = Object.assign(document.createElement("a"), { href: url, download: `${name}.ics` });
  link.click();
  URL.revokeObjectURL(url);
}

/** Something of a calendar on a day. Minutes of the day. */
export interface CalendarLine {
  readonly name: string;
  readonly atMin: number;
}

/** Repetitions that are looked through for a day: a bus every hour for five years. */
const MOST_REPEATS = 50_000;
const MS_PER_MIN = 60_000;

/**
 * What a calendar has on a day, in its order; what comes again is counted, and what lasts all day has no time and is left out.
 *
 * @throws where the text is no calendar
 */
export function linesOnDay(
  text: string,
  { day, timeZone }: Pick<Place, "day" | "timeZone">,
): readonly CalendarLine[] {
  const calendar = new ICAL.Component(ICAL.parse(text));
  for (const zone of calendar.getAllSubcomponents("vtimezone")) ICAL.TimezoneService.register(zone);
  const { from, until } = momentsOf(timeZone, day);
  const lines: CalendarLine[] = [];
  for (const component of calendar.getAllSubcomponents("vevent")) {
    const event = new ICAL.Event(component);
    if (!event.startDate || event.startDate.isDate) continue;
    const zone = zoneOf(component) ?? timeZone;
    const repeats = event.iterator();
    for (let i = 0; i < MOST_REPEATS; i++) {
      const next = repeats.next();
      if (!next) break;
      const at = atOf(next, zone);
      if (at >= until) break;
      if (at < from) continue;
      lines.push({ name: event.summary || "a time", atMin: minuteIn(timeZone, at) });
    }
  }
  return lines.toSorted((a, b) => a.atMin - b.atMin);
}

/** The zone that an event's beginning names; undefined where it names none that is known here. */
function zoneOf(component: ICAL.Component): string | undefined {
  const named = component.getFirstProperty("dtstart")?.getFirstParameter("tzid");
  return named && isValid(tz(named)(0)) ? named : undefined;
}

/** A time whose zone the calendar does not describe is of the zone that it names, else the site's own. */
function atOf(time: ICAL.Time, timeZone: string): Date {
  const floats = time.zone?.tzid === "floating";
  if (!floats) return time.toJSDate();
  const { year, month, day, hour, minute } = time;
  const wall = new Date(Date.UTC(year, month - 1, day, hour, minute)).toISOString().slice(0, 19);
  return new Date(Math.round(+parseISO(wall, { in: tz(timeZone) }) / MS_PER_MIN) * MS_PER_MIN);
}
