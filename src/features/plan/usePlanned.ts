import { useEffect, useRef, useState } from "react";
import type { SitePlan } from "#contract/dayPlanKinds.ts";
import type { Plan, PlanHead, PlanInput, Timetable } from "#core/shift";
import { useSame } from "#ui/useSame.ts";
import { type Plans, plans } from "#workers/plans.ts";

/** A plan as far as it is worked out. */
export interface Planned {
  readonly input: PlanInput;
  readonly head: PlanHead;
  /** What the levels are held against; undefined until it is worked out. */
  readonly whole: Plan | undefined;
  /** The same day by fixed times; undefined until it is worked out. */
  readonly timetable: Timetable | undefined;
}

/**
 * A plan that follows its input: first levels soon, what they are held against behind them. A day that is brewed by a timetable is
 * shown once its timetable is worked out, and the one before it until then.
 *
 * @param asFar tuned levels alone where a day is one of many: they are the plan's own
 */
export function usePlanned(
  wanted: PlanInput,
  { way, asFar = "whole" }: { readonly way: SitePlan["way"]; readonly asFar?: "tuned levels" | "whole" },
) {
  const worker = useRef<Plans>(undefined);
  const input = useSame(wanted);
  const [planned, setPlanned] = useState<Planned>();
  const [timetabled, setTimetabled] = useState<Planned>();
  /** How far the whole plan is, a share; undefined while nothing is worked out. */
  const [progress, setProgress] = useState<number>();
  const [failed, setFailed] = useState(false);
  const tuned = useRef<PlanHead>(undefined);
  useEffect(() => () => worker.current?.end(), []);
  useEffect(() => {
    let isWanted = true;
    const work = async () => {
      worker.current ??= plans();
      setProgress(0);
      const head =
        asFar === "tuned levels"
          ? await worker.current.tuned(input)
          : await worker.current.first(input, tuned.current && tuningOf(tuned.current));
      if (!isWanted || head === "stopped") return;
      setPlanned({ input, head, whole: undefined, timetable: undefined });
      if (asFar === "tuned levels") return setProgress(undefined);
      // What the worker says of its progress may come after its answer.
      let isUnderWay = true;
      const whole = await worker.current.plan(input, (share) => isWanted && isUnderWay && setProgress(share));
      isUnderWay = false;
      if (!isWanted || whole === "stopped") return;
      tuned.current = whole;
      setPlanned({ input, head: whole, whole, timetable: undefined });
      setProgress(undefined);
      const timetable = await worker.current.timetable(input, tuningOf(whole));
      if (!isWanted || timetable === "stopped") return;
      setPlanned({ input, head: whole, whole, timetable });
      setTimetabled({ input, head: whole, whole, timetable });
    };
    work().then(
      () => setFailed(false),
      () => {
        if (isWanted) setFailed(true);
      },
    );
    return () => {
      isWanted = false;
    };
  }, [input, asFar]);
  const stop = () => {
    worker.current?.stop();
    setProgress(undefined);
  };
  return {
    planned: way === "timetable" && asFar === "whole" ? timetabled : planned,
    progress,
    failed,
    stop,
  };
}

function tuningOf({ shift, pourRestCups, scarceShare, vesselPrice }: PlanHead) {
  return { shift, pourRestCups, scarceShare, vesselPrice };
}
