import type { DayPlanStart } from "#contract/dayKit.ts";
import { dayAsked } from "#scaling/plan";
import { Button } from "#ui/button.tsx";
import { type Reply, useCounter } from "#ui/counter.tsx";
import { queryClient } from "#ui/query.ts";
import { HOLDS, runningSentence } from "#words/plan";

/** One line that says how the plan follows the day, and the way to hold it still. */
export function Follows({ start: { kit, sitePlan, dayPlan } }: { readonly start: DayPlanStart }) {
  const { may, send } = useCounter();
  const { changes } = dayPlan;
  const { running } = dayAsked(kit, sitePlan.plan, changes);
  const sentence = running ? runningSentence(running) : undefined;
  if (!sentence && !changes.isHeld) return null;
  const turn = async () => {
    const { siteId, day } = kit;
    const next = { ...changes, isHeld: !changes.isHeld };
    await send(put({ siteId, day, revision: dayPlan.revision, changes: next }));
    await queryClient.invalidateQueries({ queryKey: ["plan", siteId] });
  };
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-3 text-sm">
      <span className="text-due">{sentence ?? "The plan is held as it was, however the day runs."}</span>
      {may("planShift") && (
        <Button className="min-h-12" onClick={turn}>
          {HOLDS[changes.isHeld ? "held" : "follows"]}
        </Button>
      )}
    </p>
  );
}

async function put(plan: object): Promise<Reply<unknown>> {
  const response = await fetch("/api/v1/plan", {
    method: "PUT",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(plan),
  });
  const body = await response.json();
  if (response.ok && !body.theirs) return { data: body };
  const { code, message } = body.error ?? {
    code: "stale",
    message: "Somebody changed this day's plan meanwhile: look at it again.",
  };
  return { serverError: { code, message } };
}
