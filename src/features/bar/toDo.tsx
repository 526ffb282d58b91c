"use client";

import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useEffect, useMemo, useRef, useState } from "react";
import type { DayPlanStart } from "#contract/dayKit.ts";
import { minuteIn } from "#contract/days.ts";
import type { BarView, PotView } from "#contract/potView.ts";
import type { NextStep } from "#core/shift";
import { type BarAtHand, useBar } from "#parts/bar/barContext.ts";
import { nowIn } from "#parts/bar/potLines.ts";
import { type LiveVessel, livePots, planInputOf, productKey } from "#scaling/plan";
import { Panel } from "#ui/panel.tsx";
import { askServer, queryClient } from "#ui/query.ts";
import { type Plans, plans } from "#workers/plans.ts";
import { Follows } from "./follows.tsx";
import { Brew, IceLow, PourAway, PourRest, Soon } from "./toDoTasks.tsx";

const MS_PER_MIN = 60_000;
/** What was sold elsewhere and decided for the day is asked for so often. */
const AGAIN_MS = 120_000;

/** What to do now, in the order in which it is due, and what likely follows. */
export function ToDo() {
  const bar = useBar();
  const siteId = bar?.view.siteId ?? "";
  const { data: start } = useQuery(
    {
      queryKey: ["plan", siteId],
      queryFn: ({ signal }) => askServer<DayPlanStart>(`/api/v1/plan?site=${siteId}`, signal),
      refetchInterval: AGAIN_MS,
      enabled: siteId !== "",
    },
    queryClient,
  );
  const next = useNext(bar, start);
  const past = bar ? pastPots(bar) : [];
  const nowMs = bar?.nowMs ?? 0;
  const waitedMin = useWaits(
    (next?.brews ?? []).map(({ card }) => card),
    nowMs,
  );
  if (!bar) return null;
  const isPlanned = start !== undefined && start.kit.products.length > 0;
  if (!isPlanned && past.length === 0) return null;
  return (
    <Panel title="To do now">
      <ul aria-label="to do now" className="flex flex-col gap-2">
        {past.map((pot) => (
          <PourAway key={pot.id} pot={pot} />
        ))}
        {start &&
          next?.brews.map((brew) => (
            <Brew
              key={brew.card}
              brew={brew}
              waitedMin={waitedMin.get(brew.card) ?? 0}
              start={start}
              bar={bar}
            />
          ))}
        {start &&
          next?.pours.map((pour) => <PourRest key={pour.product} pour={pour} start={start} bar={bar} />)}
        {start && next && <IceLow next={next} start={start} bar={bar} />}
      </ul>
      {start && next && <Soon next={next} start={start} isBusy={past.length + next.brews.length > 0} />}
      {start && isPlanned && <Follows start={start} />}
      {isPlanned && !goesByLevels(start) && (
        <p className="text-quiet text-sm">
          This site brews by its <Link href="/shift/plan">timetable</Link>.
        </p>
      )}
    </Panel>
  );
}

/** Pots that are past their time, those that are so for longest first. */
function pastPots({ view, nowMs }: BarAtHand): readonly PotView[] {
  const endOf = (pot: PotView) => nowIn(pot, view, nowMs)?.soldUntilMs ?? 0;
  return view.pots
    .filter((pot) => {
      const now = nowIn(pot, view, nowMs);
      return now?.mark === "past" && now.liquidG >= 1;
    })
    .toSorted((a, b) => endOf(a) - endOf(b));
}

/** For how long each task has been waiting here, min; one that is not asked for any more is forgotten. */
function useWaits(keys: readonly string[], nowMs: number): ReadonlyMap<string, number> {
  const since = useRef(new Map<string, number>());
  for (const key of since.current.keys()) if (!keys.includes(key)) since.current.delete(key);
  for (const key of keys) if (!since.current.has(key)) since.current.set(key, nowMs);
  return new Map(keys.map((key) => [key, (nowMs - since.current.get(key)!) / MS_PER_MIN]));
}

/** The moment's decision, worked out anew with every minute, and whenever something happens at the bar. */
function useNext(bar: BarAtHand | undefined, start: DayPlanStart | undefined): NextStep | undefined {
  const worker = useRef<Plans>(undefined);
  const [next, setNext] = useState<NextStep>();
  useEffect(() => () => worker.current?.end(), []);
  const minute = Math.floor((bar?.nowMs ?? 0) / MS_PER_MIN);
  const view = bar?.view;
  const input = useMemo(() => {
    if (!view || !start || !goesByLevels(start)) return undefined;
    const { kit, sitePlan, dayPlan } = start;
    const atMs = minute * MS_PER_MIN;
    const nowMin = minuteIn(kit.timeZone, atMs);
    const pots = livePots(
      kit,
      view.pots.map((pot) => liveOf(pot, view, { atMs, nowMin })),
      nowMin,
    );
    const leftG = view.ice.find(({ id }) => id === kit.ice?.id)?.leftG ?? kit.ice?.leftG;
    const ice = kit.ice && leftG !== undefined ? { ...kit.ice, leftG } : kit.ice;
    return planInputOf({ ...kit, pots, ice, nowMin }, sitePlan.plan, dayPlan.changes);
  }, [view, start, minute]);
  useEffect(() => {
    if (!input) return;
    let isWanted = true;
    worker.current ??= plans();
    worker.current.next(input).then(
      (answer) => {
        if (isWanted && answer !== "stopped") setNext(answer);
      },
      // A worker that died twice is asked again in a minute.
      () => {},
    );
    return () => {
      isWanted = false;
    };
  }, [input]);
  return input && next;
}

/** Whether a site's pots are brewed by levels; a timetable needs no count, and stands on the plan. */
function goesByLevels({ kit, sitePlan }: DayPlanStart): boolean {
  return kit.products.length > 0 && sitePlan.plan.way === "levels";
}

/** A vessel in minutes of the day: a pot of yesterday, or one that is good until tomorrow, is so far from now. */
function liveOf(
  pot: PotView,
  view: BarView,
  { atMs, nowMin }: { readonly atMs: number; readonly nowMin: number },
): LiveVessel {
  const { name, standing, brewing } = pot;
  const now = nowIn(pot, view, atMs);
  const at = (ms: number) => nowMin + Math.round((ms - atMs) / MS_PER_MIN);
  return {
    name,
    standing:
      standing?.coffeeId && now
        ? {
            product: productKey(standing.coffeeId, standing.serve),
            liquidG: now.liquidG,
            brewedMin: at(standing.brewedMs),
            soldUntilMin: now.soldUntilMs === null ? null : at(now.soldUntilMs),
          }
        : null,
    brewing: brewing && {
      cardId: brewing.cardId,
      begunMin: at(brewing.begunMs),
      dueMin: brewing.dueMs === null ? null : at(brewing.dueMs),
    },
  };
}
