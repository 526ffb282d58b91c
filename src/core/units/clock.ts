import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";
import { tidy } from "./number.ts";

const MIN_PER_H = 60;
const HALF_DAY_H = 12;
const DAY_H = 24;

export const CLOCKS = ["24 h", "12 h"] as const;
/** How a time of the day is read: `14:05`, or `2:05 pm`. */
export type Clock = (typeof CLOCKS)[number];

const TYPED = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(am|pm|a\.m\.|p\.m\.|a|p)?$/i;

/**
 * A time of the day in minutes since midnight, from `14:05`, `1405`, `14.05`, `9`, `2:05 pm`, `9 am`; 12 am is midnight.
 *
 * @returns 0 to 1439; `emptyQuantity`, or `notANumber` for what no clock shows
 */
export function parseClock(text: string): Result<number, QuantityFailure> {
  const typed = tidy(text);
  if (typed === "") return fail({ code: "emptyQuantity" });
  const parts = TYPED.exec(typed);
  const hours = Number(parts?.[1]);
  const minutes = Number(parts?.[2] ?? 0);
  const half = parts?.[3]?.[0]?.toLowerCase();
  const fits = half ? hours >= 1 && hours <= HALF_DAY_H : hours < DAY_H;
  if (!parts || !fits || minutes >= MIN_PER_H) return fail({ code: "notANumber", text });
  const hour = half ? (hours % HALF_DAY_H) + (half === "p" ? HALF_DAY_H : 0) : hours;
  return ok(hour * MIN_PER_H + minutes);
}

/** A time of the day for people, from minutes since midnight; a day later is the same time. */
export function printClock(min: number, clock: Clock = "24 h"): string {
  const hour = Math.floor(min / MIN_PER_H) % DAY_H;
  const minutes = String(Math.floor(min) % MIN_PER_H).padStart(2, "0");
  if (clock === "24 h") return `${String(hour).padStart(2, "0")}:${minutes}`;
  return `${hour % HALF_DAY_H || HALF_DAY_H}:${minutes} ${hour < HALF_DAY_H ? "am" : "pm"}`;
}
