import { tz } from "@date-fns/tz";
import { addDays, format, formatISO, isValid, parseISO } from "date-fns";
import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { ShiftList } from "#features/shift/index.ts";
import { now } from "#server/clock.ts";
import { cardsFor, listOf } from "#server/shifts.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Shift · Tumbek" };

/** Days ahead that can be planned. */
const DAYS_AHEAD = 7;

interface Props {
  readonly searchParams: Promise<{ day?: string | string[] }>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const { day: asked } = await searchParams;
  const zone = { in: tz(bench.site.timeZone) };
  const today = formatISO(now(), { ...zone, representation: "date" });
  const day =
    typeof asked === "string" && /^\d{4}-\d\d-\d\d$/.test(asked) && isValid(parseISO(asked)) ? asked : today;
  const at = { siteId: bench.site.id, day };
  const list = await listOf(at);
  const cards = await cardsFor(at, list);
  const near = Array.from({ length: DAYS_AHEAD }, (_, i) =>
    formatISO(addDays(parseISO(today), i), { representation: "date" }),
  );
  const days = [...(near.includes(day) ? [] : [day]), ...near].map((each) => ({
    day: each,
    text: `${format(parseISO(each), "EEE d MMM")}${each === today ? ", today" : each === near[1] ? ", tomorrow" : ""}`,
  }));
  return (
    <ShiftList
      key={`${bench.site.id} ${day}`}
      bench={bench}
      day={day}
      days={days}
      cards={cards.map(({ id, sheet }) => ({ id, sheet }))}
      start={list}
    />
  );
});
