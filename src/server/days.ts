import { isValid, parseISO } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import { Refusal } from "./action.ts";

/** Whether a text is a day, as 2026-07-15. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d\d-\d\d$/.test(text) && isValid(parseISO(text));
}

/** The day that a request names; today at the site where it names none. @throws `Refusal` `badInput` for what is no day */
export function dayAskedFor({ today }: Pick<Bench, "today">, request: Request): string {
  const day = new URL(request.url).searchParams.get("day") ?? today;
  if (!isDay(day)) throw new Refusal("Name the day as 2026-07-15.", { code: "badInput", field: "day" });
  return day;
}
