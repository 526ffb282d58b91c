"use client";

import { Printer, SlidersHorizontal } from "lucide-react";
import { useRouter } from "next/navigation";
import { lazy, Suspense, useMemo, useState } from "react";
import type { DayPlanStart } from "#contract/dayKit.ts";
import type { SitePlan } from "#contract/dayPlanKinds.ts";
import { ShiftTabs } from "#parts/shiftTabs.tsx";
import { UndoButtons } from "#parts/undoButtons.tsx";
import { dayAsked, firstMin, fromOpening, planInputOf } from "#scaling/plan";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { rightSentence } from "#words/people";
import { keepSitePlan } from "./actions.ts";
import { batchMoves } from "./batchMoves.ts";
import { DayView } from "./dayView.tsx";
import { useKept } from "./useKept.ts";
import { usePlanned } from "./usePlanned.ts";
import { useReadAgain } from "./useReadAgain.ts";

/** Fetched by whoever sets a site up, or was slower than somebody else. */
const SiteDialog = lazy(() => import("./siteDialog.tsx").then((file) => ({ default: file.SiteDialog })));
const PlanConflict = lazy(() =>
  import("./planConflict.tsx").then((file) => ({ default: file.PlanConflict })),
);

interface DayPlanProps {
  readonly start: DayPlanStart;
  readonly days: readonly { readonly day: string; readonly text: string }[];
}

const KEPT = { saved: "Saved", saving: "Saving …", unsaved: "Not saved" } as const;

/** One day's plan: what it likely brings, drawn from left to right, and the levels that it is brewed by. */
export function DayPlan({ start, days }: DayPlanProps) {
  const router = useRouter();
  const { may, send } = useCounter();
  const mayPlan = may("planShift");
  const { kit } = start;
  const [site, setSite] = useState(start.sitePlan);
  const [settingUp, setSettingUp] = useState(false);
  const [siteTrouble, setSiteTrouble] = useState<string>();
  const plan = useKept(kit, start.dayPlan);
  const { changes } = plan;
  const input = useMemo(() => {
    const asOf = site.plan.way === "timetable" ? fromOpening(kit) : kit;
    return planInputOf(asOf, site.plan, changes);
  }, [kit, site.plan, changes]);
  const demand = useMemo(() => dayAsked(kit, site.plan, changes), [kit, site.plan, changes]);
  const planned = usePlanned(input, { way: site.plan.way });
  const span = useMemo(() => ({ fromMin: firstMin(site.plan), toMin: site.plan.closesMin }), [site.plan]);

  useReadAgain(kit.nowMin !== null);

  const keepSite = async (next: SitePlan) => {
    const sent = await send(keepSitePlan({ siteId: kit.siteId, revision: site.revision, plan: next }));
    // What is typed stays until it is kept.
    if (!sent.ok) return setSiteTrouble(sent.trouble.message);
    const { revision, theirs } = sent.data;
    setSite({ plan: theirs?.value ?? next, revision });
    setSiteTrouble(
      theirs &&
        `${theirs.changedBy ?? "Somebody"} changed this meanwhile. What you typed stands here: keep it over theirs, or cancel.`,
    );
    if (!theirs) setSettingUp(false);
  };
  const moves = mayPlan ? batchMoves(plan.change, span) : undefined;

  return (
    <div className="mx-auto flex max-w-7xl flex-col gap-3 print:[zoom:0.7]">
      {plan.theirs && (
        <Suspense>
          <PlanConflict
            kit={kit}
            mine={changes}
            base={plan.base()}
            theirs={plan.theirs}
            onChoose={plan.settle}
            onClose={plan.leave}
          />
        </Suspense>
      )}
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-1 text-2xl">Shift</h1>
        <ShiftTabs at="plan" day={kit.day} />
        <span className="print:hidden">
          <Choice
            label="day"
            value={kit.day}
            options={days.map(({ day, text }) => ({ value: day, text }))}
            onChange={(day) => router.push(`/shift/plan?day=${day}`)}
          />
        </span>
        <p className="hidden print:block">
          {kit.site}, {days.find(({ day }) => day === kit.day)?.text}
        </p>
        <span className="ml-auto flex flex-wrap items-center gap-2 print:hidden">
          {mayPlan && (
            <>
              <span role="status" className="text-quiet text-sm">
                {KEPT[plan.status]}
              </span>
              {plan.status === "unsaved" && (
                <Button look="main" onClick={plan.store}>
                  Save again
                </Button>
              )}
              <UndoButtons history={plan.history} dispatch={plan.dispatch} />
            </>
          )}
          {may("setBench") && (
            <Button onClick={() => setSettingUp(true)}>
              <SlidersHorizontal size={18} aria-hidden /> How we plan
            </Button>
          )}
          <Button onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print
          </Button>
        </span>
      </header>
      {!mayPlan && <p className="text-quiet text-sm print:hidden">{rightSentence("planShift")}</p>}
      <DayView
        kit={kit}
        site={site.plan}
        changes={changes}
        demand={demand}
        input={input}
        span={span}
        planned={planned}
        moves={moves}
        mayPlan={mayPlan}
        onChange={plan.change}
      />
      {settingUp && (
        <Suspense>
          <SiteDialog
            plan={site.plan}
            concentrates={kit.ahead}
            guesses={kit.habits === null}
            trouble={siteTrouble}
            onKeep={keepSite}
            onDone={() => {
              setSettingUp(false);
              setSiteTrouble(undefined);
            }}
          />
        </Suspense>
      )}
    </div>
  );
}
