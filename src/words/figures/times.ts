import { tz, tzOffset } from "@date-fns/tz";
import { format, parseISO } from "date-fns";
import { millisecondsInDay, millisecondsInMinute } from "date-fns/constants";
import type { Clock } from "#core/units";

/** Hours and minutes, as date-fns names them. */
const HOURS: Readonly<Record<Clock, string>> = { "24 h": "HH:mm", "12 h": "h:mm aaa" };

/** Where and how times are read. */
export interface ReadTimes {
  readonly timeZone: string;
  /** The reader's; 24 hours where nobody chose. */
  readonly clock?: Clock;
}

/** A time as people at a site read it, to the minute. */
export function printTime(at: Date, { timeZone, clock = "24 h" }: ReadTimes): string {
  return format(at, `d MMM yyyy, ${HOURS[clock]}`, { in: tz(timeZone) });
}

/** A time of today: "08:09". */
export function printHour(at: Date, { timeZone, clock = "24 h" }: ReadTimes): string {
  return format(at, HOURS[clock], { in: tz(timeZone) });
}

/** The same in a list that goes back from now: "today, 08:09", "yesterday, 16:40", "Sun, 07:04", "4 Jul, 07:04". */
export function printMoment(at: Date, now: Date, { timeZone, clock = "24 h" }: ReadTimes): string {
  const daysAgo = calendarDay(now, timeZone) - calendarDay(at, timeZone);
  return format(at, `${dayPattern(daysAgo)}, ${HOURS[clock]}`, { in: tz(timeZone) });
}

const WEEK_DAYS = 7;

/** A day of a list, as date-fns names it. */
function dayPattern(daysAgo: number): string {
  if (daysAgo === 0) return "'today'";
  if (daysAgo === 1) return "'yesterday'";
  return daysAgo > 1 && daysAgo < WEEK_DAYS ? "EEE" : "d MMM";
}

/** The number of a moment's day at a place: a long list takes it of each row, and date-fns is thirty times as slow at it. */
function calendarDay(at: Date, timeZone: string): number {
  return Math.floor((at.getTime() + tzOffset(timeZone, at) * millisecondsInMinute) / millisecondsInDay);
}

/** A day as people at a site read it. */
export function printDay(at: Date, timeZone: string): string {
  return format(at, "d MMM yyyy", { in: tz(timeZone) });
}

/** A day that is an ISO date, as people read it. */
export function printIsoDay(day: string): string {
  return format(parseISO(day), "d MMM yyyy");
}

/** A list's day, which is a day at its site whatever the zone. */
export function printListDay(day: string): string {
  return format(parseISO(day), "EEE d MMM");
}

const MINUTE_MS = 60_000;
const HOUR_MIN = 60;

/** How long ago something was, in real time: how long somebody is here is no matter of the house's day. */
export function printAgo(at: Date): string {
  const minutes = Math.floor((Date.now() - at.getTime()) / MINUTE_MS);
  if (minutes < 1) return "just now";
  return minutes < HOUR_MIN ? `${minutes} min ago` : `${Math.floor(minutes / HOUR_MIN)} h ago`;
}

/** Where there is no site whose zone could be taken. */
export const NO_ZONE = "UTC";

/** A device's kind by its browser's own name, as people call such a thing. */
export function deviceOf(userAgent: string | null): string {
  if (!userAgent) return "a browser";
  if (/iPad|Tablet|Android(?!.*Mobile)/.test(userAgent)) return "a tablet";
  return /Mobile|iPhone/.test(userAgent) ? "a phone" : "a computer";
}
