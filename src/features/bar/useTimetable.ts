import { useEffect, useMemo, useRef, useState } from "react";
import type { DayPlanStart } from "#contract/dayKit.ts";
import { minuteIn } from "#contract/days.ts";
import { type Timetable, USUAL_PLAN } from "#core/shift";
import type { BarAtHand } from "#parts/bar/barContext.ts";
import { type DueByTimetable, dueByTimetable, firstMin, fromOpening, planInputOf } from "#scaling/plan";
import { useSame } from "#ui/useSame.ts";
import { type Plans, plans } from "#workers/plans.ts";

/** What is due by the day's timetable, which is made once for the whole day; undefined for a site that is brewed by levels. */
export function useTimetable(
  bar: BarAtHand | undefined,
  start: DayPlanStart | undefined,
): DueByTimetable | undefined {
  const isWanted = start?.sitePlan.plan.way === "timetable" && start.kit.products.length > 0;
  const input = useSame(
    useMemo(
      () =>
        start && isWanted
          ? planInputOf(fromOpening(start.kit), start.sitePlan.plan, start.dayPlan.changes)
          : undefined,
      [start, isWanted],
    ),
  );
  const worker = useRef<Plans>(undefined);
  const [timetable, setTimetable] = useState<Timetable>();
  useEffect(() => () => worker.current?.end(), []);
  useEffect(() => {
    if (!input) return;
    let isAsked = true;
    const work = async () => {
      worker.current ??= plans();
      const head = await worker.current.tuned(input);
      if (!isAsked || head === "stopped") return;
      const made = await worker.current.timetable(input, head);
      if (isAsked && made !== "stopped") setTimetable(made);
    };
    // A worker that died twice is asked again when the day is another one.
    work().catch(() => {});
    return () => {
      isAsked = false;
    };
  }, [input]);
  if (!bar || !start || !input || !timetable) return undefined;
  const { kit, sitePlan } = start;
  return dueByTimetable(timetable, {
    fromMin: firstMin(sitePlan.plan),
    nowMin: minuteIn(kit.timeZone, bar.nowMs),
    slotMin: USUAL_PLAN.slotMin,
    brewed: bar.view.brewed.map(({ cardId }) => cardId),
  });
}
