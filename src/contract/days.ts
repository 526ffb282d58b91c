import { tz } from "@date-fns/tz";
import { differenceInCalendarDays, formatISO, parseISO } from "date-fns";

/** The day of a moment in a zone, as an ISO date. */
export function dayIn(timeZone: string, at: Date): string {
  return formatISO(at, { representation: "date", in: tz(timeZone) });
}

/** Whole days from one ISO date to another; below 0 when the second is the earlier one. A date has no zone, and no hour. */
export function daysBetween(from: string, to: string): number {
  return differenceInCalendarDays(parseISO(to), parseISO(from));
}
