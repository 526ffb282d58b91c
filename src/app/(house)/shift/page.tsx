import { tz } from "@date-fns/tz";
import { addDays, format, formatISO, isValid, parseISO } from "date-fns";
import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { listCards } from "#data/cards.ts";
import { Trouble } from "#features/frame/index.ts";
import { ShiftList } from "#features/shift/index.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { listOf } from "#server/shifts.ts";
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
  const [cards, list] = await Promise.all([
    listCards(database(), bench.site.id),
    listOf({ siteId: bench.site.id, day }),
  ]);
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
      cards={cards.filter(({ draft }) => !draft).map(({ id, sheet }) => ({ id, sheet }))}
      start={list}
    />
  );
});
