import { tz } from "@date-fns/tz";
import { isValid, parse, parseISO } from "date-fns";
import { v5 as uuidv5 } from "uuid";
import { dayIn, daysBetween } from "#contract/days.ts";
import type { Serve } from "#core/sheet";

/** A file's rows, each as long as its head. */
export interface Sheet {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** How days are written, where a number could be either. */
export const DAY_ORDERS = ["day first", "month first"] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];

/** Which column says what; columns by their place. */
export interface Mapping {
  readonly at: number;
  /** The time of day, where it has a column of its own. */
  readonly time: number | undefined;
  readonly item: number;
  /** Each row is one cup where there is none. */
  readonly count: number | undefined;
  readonly order: DayOrder;
}

/** A cup of the bench that an item of the till stands for. */
export interface SoldAs {
  readonly coffee: string;
  readonly serve: Serve;
  readonly cupMl: number;
}

/** A sale as the house takes it. */
export interface FileSale extends SoldAs {
  readonly id: string;
  readonly count: number;
  readonly at: string;
}

interface RowProblem {
  /** As a spreadsheet counts them: the head is the first. */
  readonly row: number;
  readonly code: "time" | "count";
  readonly text: string;
}

export interface ReadSales {
  readonly sales: readonly FileSale[];
  readonly problems: readonly RowProblem[];
  /** Rows of items that were left out. */
  readonly leftOut: number;
  /** Rows that say the very same as one before: they count, since a till may sell twice in a minute. */
  readonly alike: number;
  /** Days with a sale, and days between the first and the last without one. */
  readonly days: number;
  readonly gaps: number;
}

const GUESSES = {
  at: /date|time|when|day|moment/i,
  time: /^(time|hour|clock)/i,
  item: /item|product|name|article|drink|what/i,
  count: /count|qty|quantity|sold|number|cups|pieces/i,
} as const;

/** What the columns likely are, by their heads and what stands in them. */
export function guessedMapping({ head, rows }: Sheet): Mapping {
  const find = (like: RegExp, but: readonly number[] = []) =>
    head.findIndex((name, i) => like.test(name) && !but.includes(i));
  const at = Math.max(0, find(GUESSES.at));
  const hasHour = rows.slice(0, 20).some((row) => /\d:\d\d/.test(row[at] ?? ""));
  const time = hasHour ? -1 : find(GUESSES.time, [at]);
  const item = find(GUESSES.item, [at, time]);
  const count = find(GUESSES.count, [at, time, item]);
  return {
    at,
    time: time < 0 ? undefined : time,
    item: item < 0 ? Math.min(head.length - 1, at + 1) : item,
    count: count < 0 ? undefined : count,
    order: dayOrderOf(rows.map((row) => row[at] ?? "")) ?? "day first",
  };
}

/** How the days of a column are written; undefined where every one could be read either way. */
export function dayOrderOf(texts: readonly string[]): DayOrder | undefined {
  for (const text of texts) {
    const [, first, second] = /^\s*(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}/.exec(text) ?? [];
    if (first === undefined || second === undefined) continue;
    if (Number(first) > 12) return "day first";
    if (Number(second) > 12) return "month first";
  }
  return undefined;
}

/** Items of a file, the most frequent first. */
export function itemsOf({ rows }: Sheet, { item }: Mapping): readonly string[] {
  const counts = new Map<string, number>();
  for (const row of rows) {
    const name = (row[item] ?? "").trim();
    if (name) counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return [...counts].toSorted((a, b) => b[1] - a[1]).map(([name]) => name);
}

const MOST_COUNT = 200;

/**
 * Sales of a file. The same file read twice gives the same ids, so that the house keeps each sale once.
 *
 * @param soldAs what each item is; one that is not in it is left out
 * @param timeZone of times that name none
 */
export function readSales(
  { rows }: Sheet,
  mapping: Mapping,
  soldAs: ReadonlyMap<string, SoldAs>,
  { siteId, timeZone }: { readonly siteId: string; readonly timeZone: string },
): ReadSales {
  const sales: FileSale[] = [];
  const problems: RowProblem[] = [];
  const seen = new Map<string, number>();
  let leftOut = 0;
  for (const [i, row] of rows.entries()) {
    const name = (row[mapping.item] ?? "").trim();
    const sold = soldAs.get(name);
    if (!sold) {
      leftOut++;
      continue;
    }
    const time = mapping.time === undefined ? "" : ` ${(row[mapping.time] ?? "").trim()}`;
    const whole = `${(row[mapping.at] ?? "").trim()}${time}`;
    const at = momentOf(whole, mapping.order, timeZone);
    const text = mapping.count === undefined ? "1" : (row[mapping.count] ?? "").trim();
    const count = Number(text.replace(",", "."));
    if (!at) {
      problems.push({ row: i + 2, code: "time", text: whole });
      continue;
    }
    if (count === 0) continue;
    if (!(Number.isInteger(count) && count > 0 && count <= MOST_COUNT)) {
      problems.push({ row: i + 2, code: "count", text });
      continue;
    }
    const key = `${siteId} ${at.toISOString()} ${name} ${count}`;
    const before = seen.get(key) ?? 0;
    seen.set(key, before + 1);
    sales.push({ ...sold, id: uuidv5(`${key} ${before}`, siteId), count, at: at.toISOString() });
  }
  const days = [...new Set(sales.map(({ at }) => dayIn(timeZone, new Date(at))))].toSorted();
  const span = days.length > 0 ? daysBetween(days[0]!, days.at(-1)!) + 1 : 0;
  return {
    sales,
    problems,
    leftOut,
    alike: sales.length - seen.size,
    days: days.length,
    gaps: span - days.length,
  };
}

const FIRST_YEAR = 2000;
/** A year of two figures is one of those about this moment. */
const AROUND_MS = Date.UTC(2030, 0, 1);
const TIMES = ["HH:mm:ss", "HH:mm", "H:mm", "h:mm a", "h:mm:ss a", "HHmm"] as const;
const DAYS: { readonly [order in DayOrder]: readonly string[] } = {
  "day first": ["d/M/yyyy", "d.M.yyyy", "d-M-yyyy", "d/M/yy", "d.M.yy"],
  "month first": ["M/d/yyyy", "M.d.yyyy", "M-d-yyyy", "M/d/yy", "M.d.yy"],
};

/** A moment as a till writes it; undefined for what is none. */
function momentOf(text: string, order: DayOrder, timeZone: string): Date | undefined {
  const inZone = tz(timeZone);
  const iso = parseISO(text.replace(/^(\d{4}-\d\d-\d\d) +/, "$1T"), { in: inZone });
  if (isValid(iso) && /\d:\d\d/.test(text)) return new Date(+iso);
  for (const day of DAYS[order])
    for (const time of TIMES) {
      const read = parse(text.replace(/,? +/g, " "), `${day} ${time}`, inZone(AROUND_MS), { in: inZone });
      // A year of two figures is none of the first century.
      if (isValid(read) && read.getFullYear() >= FIRST_YEAR) return new Date(+read);
    }
  return undefined;
}
