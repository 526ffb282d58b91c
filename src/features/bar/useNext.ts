import { useEffect, useMemo, useRef, useState } from "react";
import type { DayPlanStart } from "#contract/dayKit.ts";
import { minuteIn } from "#contract/days.ts";
import type { BarView, PotView } from "#contract/potView.ts";
import type { NextStep } from "#core/shift";
import type { BarAtHand } from "#parts/bar/barContext.ts";
import { nowIn } from "#parts/bar/potLines.ts";
import { type LiveVessel, livePots, planInputOf, productKey } from "#scaling/plan";
import { type Plans, plans } from "#workers/plans.ts";

const MS_PER_MIN = 60_000;

/** The moment's decision, worked out anew with every minute, and whenever something happens at the bar. */
export function useNext(bar: BarAtHand | undefined, start: DayPlanStart | undefined): NextStep | undefined {
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

/** Whether a site's pots are brewed by levels; a timetable needs no count. */
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
