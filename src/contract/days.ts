import { tz } from "@date-fns/tz";
import { addDays, formatISO, parseISO } from "date-fns";
import { millisecondsInDay } from "date-fns/constants";

/** The day of a moment in a zone, as an ISO date. */
export function dayIn(timeZone: string, at: Date): string {
  return formatISO(at, { representation: "date", in: tz(timeZone) });
}

/** The minute of the day that the clock on the wall of a zone shows. */
export function minuteIn(timeZone: string, at: Date | number): number {
  const wall = tz(timeZone)(+at);
  return wall.getHours() * 60 + wall.getMinutes();
}

/** A day's first moment in a zone, and the next day's. */
export function momentsOf(timeZone: string, day: string): { readonly from: Date; readonly until: Date } {
  const from = parseISO(day, { in: tz(timeZone) });
  return { from: new Date(+from), until: new Date(+addDays(from, 1)) };
}

/** Whole days from one ISO date to another; below 0 when the second is the earlier one. A date has no zone, and no hour. */
export function daysBetween(from: string, to: string): number {
  return (Date.parse(to) - Date.parse(from)) / millisecondsInDay;
}
