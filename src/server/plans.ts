import type { Bench } from "#contract/bench.ts";
import type { DayKit, DayPlanStart } from "#contract/dayKit.ts";
import {
  type DayChanges,
  NO_CHANGES,
  type PlanWay,
  type SitePlan,
  USUAL_SITE_PLAN,
} from "#contract/dayPlanKinds.ts";
import type { Act } from "#data/audit.ts";
import { keepDayPlan, keepSitePlan, type Planned, readDayPlan, readSitePlan } from "#data/plans.ts";
import type { ShiftDay } from "#data/shifts.ts";
import { benchNamed } from "./bench.ts";
import { database } from "./database.ts";
import { dayKitOf } from "./dayKit.ts";

type By = Act & { readonly personId: string };

/** A day's plan as it is kept, with what it is made from. */
export async function startOf(bench: Bench, day: string): Promise<DayPlanStart> {
  const at = { siteId: bench.site.id, day };
  const [site, changes] = await Promise.all([
    readSitePlan(database(), bench.site.id),
    readDayPlan(database(), at),
  ]);
  const kit = await dayKitOf(bench, day, changes.value?.asWeekday ?? null);
  return {
    kit,
    sitePlan: { plan: { ...USUAL_SITE_PLAN, way: usualWay(kit), ...site.value }, revision: site.revision },
    dayPlan: { changes: { ...NO_CHANGES, ...changes.value }, revision: changes.revision },
  };
}

/** Levels need cups that are counted: where none ever were, fixed times are better to begin with. */
function usualWay({ habits }: DayKit): PlanWay {
  return habits === null ? "timetable" : "levels";
}

/** A plan that was kept, or how somebody else left it who was faster. */
export type PlanKept<T> = { readonly revision: number; readonly theirs?: Planned<T> };

/** Keeps how a site plans its days. @throws `Refusal` `notThere` where there is no such site */
export async function saveSitePlan(
  { siteId, plan, revision }: { readonly siteId: string; readonly plan: SitePlan; readonly revision: number },
  by: By,
): Promise<PlanKept<SitePlan>> {
  await benchNamed(siteId, "siteId");
  const outcome = await keepSitePlan(database(), siteId, { value: plan, began: revision }, by);
  return outcome.ok ? { revision: outcome.value } : staleOf(outcome.failure.theirs);
}

/** Keeps what is known of a day and decided for it. @throws `Refusal` `notThere` where there is no such site */
export async function saveDayPlan(
  at: ShiftDay,
  { changes, revision }: { readonly changes: DayChanges; readonly revision: number },
  by: By,
): Promise<PlanKept<DayChanges>> {
  await benchNamed(at.siteId, "siteId");
  const outcome = await keepDayPlan(database(), at, { value: changes, began: revision }, by);
  return outcome.ok ? { revision: outcome.value } : staleOf(outcome.failure.theirs);
}

function staleOf<T>(theirs: Planned<T>): PlanKept<T> {
  return { revision: theirs.revision, theirs };
}
