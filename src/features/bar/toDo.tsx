"use client";

import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import type { DayPlanStart } from "#contract/dayKit.ts";
import type { PotView } from "#contract/potView.ts";
import { MOST_WAIT_MIN } from "#core/bar";
import { askOrKept } from "#parts/askOrKept.ts";
import { type BarAtHand, useBar } from "#parts/bar/barContext.ts";
import { nowIn } from "#parts/bar/potLines.ts";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { queryClient } from "#ui/query.ts";
import { LONG_WAIT_MIN } from "#words/bar";
import { CareDue } from "./careDue.tsx";
import { Follows } from "./follows.tsx";
import { Brew, IceLow, PourAway, PourRest, Soon } from "./toDoTasks.tsx";
import { useBarDay } from "./useBarDay.ts";
import { useNext } from "./useNext.ts";
import { useTimetable } from "./useTimetable.ts";

const MS_PER_MIN = 60_000;
/** What was sold elsewhere and decided for the day is asked for so often. */
const AGAIN_MS = 120_000;

/** What to do now, in the order in which it is due, and what likely follows. */
export function ToDo() {
  const bar = useBar();
  const { person } = useCounter();
  const siteId = bar?.view.siteId ?? "";
  const { data: start } = useQuery(
    {
      queryKey: ["plan", siteId],
      queryFn: ({ signal }) =>
        askOrKept<DayPlanStart>(
          { personId: person.id, name: `plan ${siteId}` },
          { path: `/api/v1/plan?site=${siteId}`, signal },
        ),
      refetchInterval: AGAIN_MS,
      enabled: siteId !== "",
    },
    queryClient,
  );
  const { day } = useBarDay();
  const byLevels = useNext(bar, start);
  const byTimetable = useTimetable(bar, start);
  const next = byTimetable ?? byLevels;
  const past = bar ? pastPots(bar) : [];
  const nowMs = bar?.nowMs ?? 0;
  const waitedMin = useWaits(
    (next?.brews ?? []).map(({ card }) => card),
    nowMs,
  );
  if (!bar) return null;
  // The house's clock may be set right meanwhile, and a tablet stand open over night.
  const waits = (cardId: string) =>
    Math.min(MOST_WAIT_MIN, Math.max(0, byTimetable?.waitsMin.get(cardId) ?? waitedMin.get(cardId) ?? 0));
  const waiting = [
    ...past.map((pot) => (nowMs - endOf(pot, bar)) / MS_PER_MIN),
    ...(next?.brews ?? []).map(({ card }) => waits(card)),
  ].filter((min) => min >= LONG_WAIT_MIN).length;
  const isPlanned = start !== undefined && start.kit.products.length > 0;
  if (!isPlanned && past.length === 0 && !day?.care.length) return null;
  return (
    <Panel
      title="To do now"
      aside={waiting > 0 && <span className="text-sm text-stop tabular-nums">{waiting} waiting</span>}
    >
      <ul aria-label="to do now" className="flex flex-col gap-2">
        {past.map((pot) => (
          <PourAway key={pot.id} pot={pot} />
        ))}
        {start &&
          next?.brews.map((brew) => (
            <Brew key={brew.card} brew={brew} waitedMin={waits(brew.card)} start={start} bar={bar} />
          ))}
        {start &&
          next?.pours.map((pour) => <PourRest key={pour.product} pour={pour} start={start} bar={bar} />)}
        {start && next && <IceLow next={next} start={start} bar={bar} />}
        <CareDue />
      </ul>
      {start && next && <Soon next={next} start={start} isBusy={past.length + next.brews.length > 0} />}
      {start && isPlanned && <Follows start={start} />}
      {byTimetable && (
        <p className="text-quiet text-sm">
          By the day's <Link href="/shift/plan">timetable</Link>.
        </p>
      )}
    </Panel>
  );
}

/** Pots that are past their time, those that are so for longest first. */
function pastPots(bar: BarAtHand): readonly PotView[] {
  const { view, nowMs } = bar;
  return view.pots
    .filter((pot) => {
      const now = nowIn(pot, view, nowMs);
      return now?.mark === "past" && now.liquidG >= 1;
    })
    .toSorted((a, b) => endOf(a, bar) - endOf(b, bar));
}

/** When a pot's coffee could be sold no more, ms. */
function endOf(pot: PotView, { view, nowMs }: BarAtHand): number {
  return nowIn(pot, view, nowMs)?.soldUntilMs ?? nowMs;
}

/** For how long each task has been waiting here, min; one that is not asked for any more is forgotten. */
function useWaits(keys: readonly string[], nowMs: number): ReadonlyMap<string, number> {
  const since = useRef(new Map<string, number>());
  for (const key of since.current.keys()) if (!keys.includes(key)) since.current.delete(key);
  for (const key of keys) if (!since.current.has(key)) since.current.set(key, nowMs);
  return new Map(keys.map((key) => [key, (nowMs - since.current.get(key)!) / MS_PER_MIN]));
}
