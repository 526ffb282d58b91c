import { tz } from "@date-fns/tz";
import { format, parseISO } from "date-fns";

/** A time as people at a site read it, to the minute. */
export function printTime(at: Date, timeZone: string): string {
  return format(at, "d MMM yyyy, HH:mm", { in: tz(timeZone) });
}

/** The same in a list, where the year goes without saying. */
export function printMoment(at: Date, timeZone: string): string {
  return format(at, "d MMM, HH:mm", { in: tz(timeZone) });
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
