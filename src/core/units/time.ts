import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";
import { parseNumber, tidy } from "./number.ts";

const S_PER_MIN = 60;
const S_PER_H = 60 * S_PER_MIN;

const SECONDS_PER: Readonly<Record<string, number>> = {
  s: 1,
  sec: 1,
  second: 1,
  seconds: 1,
  min: S_PER_MIN,
  minute: S_PER_MIN,
  minutes: S_PER_MIN,
  h: S_PER_H,
  hour: S_PER_H,
  hours: S_PER_H,
};

export type TimeUnit = "s" | "min";

/**
 * A length of time in s, from `3:30`, `1:02:03`, `210 s`, `3.5 min`, `3 min 30 s`.
 *
 * @param unit what a number without a unit means
 */
export function parseTime(text: string, unit: TimeUnit = "s"): Result<number, QuantityFailure> {
  const typed = tidy(text);
  const clock = /^(?:(\d{1,2}):)?(\d{1,3}):(\d{2})$/.exec(typed);
  if (clock) {
    const [hours, minutes, seconds] = [Number(clock[1] ?? 0), Number(clock[2]), Number(clock[3])];
    const overflows = seconds >= S_PER_MIN || (clock[1] !== undefined && minutes >= S_PER_MIN);
    return overflows
      ? fail({ code: "notANumber", text })
      : ok(hours * S_PER_H + minutes * S_PER_MIN + seconds);
  }
  if (typed.includes(":")) return fail({ code: "notANumber", text });
  const both = /^(\d+) ?min(?:utes?)? ?(\d{1,2}) ?s(?:ec|econds?)?$/i.exec(typed);
  if (both && Number(both[2]) < S_PER_MIN) return ok(Number(both[1]) * S_PER_MIN + Number(both[2]));
  const one = parseNumber(text);
  if (!one.ok) return one;
  const name = one.value.unit || unit;
  if (!Object.hasOwn(SECONDS_PER, name))
    return fail({ code: "unknownUnit", unit: name, known: ["3:30", "s", "min", "h"] });
  return ok(one.value.number * SECONDS_PER[name]!);
}

/** Minutes and seconds as they are typed off a watch: behind a point or a comma, behind `min`, or run together. */
const WATCH = [/^(\d{1,3})[.,](\d{1,2})$/, /^(\d{1,3}) ?min(?:utes?)? ?(\d{1,2})$/i, /^(\d{1,2})(\d{2})$/];

/**
 * A length of time as it is read off a watch, in s: `5:20`, `520`, `5.20` and `5 min 20` alike; one or two digits alone are minutes, and
 * a time with its unit is read as `parseTime` does.
 *
 * @returns `unclearTime` where seconds pass 59, one digit stands behind a point, or digits run on: asked about, never guessed
 */
export function parseWatch(text: string): Result<number, QuantityFailure> {
  const typed = tidy(text);
  if (/^\d{1,2}$/.test(typed)) return ok(Number(typed) * S_PER_MIN);
  const unclear = fail({ code: "unclearTime", text: typed } as const);
  if (/^\d{5,}$|[.,]\d$|:[6-9]\d$/.test(typed)) return unclear;
  const [, minutes, seconds] = WATCH.flatMap((way) => way.exec(typed) ?? []);
  if (minutes === undefined) return parseTime(text);
  return Number(seconds) < S_PER_MIN ? ok(Number(minutes) * S_PER_MIN + Number(seconds)) : unclear;
}

/** A length of time for people, to the second (a half rounds up): `3:30`, from an hour on `1:02:03`. */
export function printTime(timeS: number): string {
  if (!(timeS >= 0 && Number.isFinite(timeS))) throw new Error(`no length of time: ${timeS}`);
  const whole = Math.round(timeS);
  const hours = Math.floor(whole / S_PER_H);
  const minutes = Math.floor((whole % S_PER_H) / S_PER_MIN);
  const seconds = String(whole % S_PER_MIN).padStart(2, "0");
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, "0")}:${seconds}` : `${minutes}:${seconds}`;
}
