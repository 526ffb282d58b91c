import { proxy } from "comlink";
import type { NextStep, Plan, PlanHead, PlanInput, Timetable, Tuning } from "#core/shift";
import type { Stopped } from "./forecaster.ts";
import { linkTo } from "./link.ts";
import type { Planner } from "./planner.ts";

/** Plans of days off the page's own thread. */
export function plans() {
  const link = linkTo<Planner>(
    () => new Worker(new URL("./planner.worker.ts", import.meta.url), { type: "module" }),
  );
  return {
    first: (input: PlanInput, tuning: Tuning | undefined) =>
      link.ask<PlanHead | Stopped>((remote, heard) => remote.first(input, tuning, proxy(heard))),
    tuned: (input: PlanInput) =>
      link.ask<PlanHead | Stopped>((remote, heard) => remote.tuned(input, proxy(heard))),
    plan: (input: PlanInput, onProgress: (share: number) => void) =>
      link.ask<Plan | Stopped>((remote, heard) =>
        remote.plan(
          input,
          proxy((share: number) => {
            heard();
            onProgress(share);
          }),
        ),
      ),
    timetable: (input: PlanInput, tuning: Tuning) =>
      link.ask<Timetable | Stopped>((remote, heard) => remote.timetable(input, tuning, proxy(heard))),
    next: (input: PlanInput) =>
      link.ask<NextStep | Stopped>((remote, heard) => remote.next(input, proxy(heard))),
    stop: () => link.tell((remote) => remote.stop()),
    end: () => link.end(),
  };
}
export type Plans = ReturnType<typeof plans>;
