"use client";

import { useRouter } from "next/navigation";
import { useMemo } from "react";
import type { DayPlanStart } from "#contract/dayKit.ts";
import { ShiftTabs } from "#parts/shiftTabs.tsx";
import { firstMin, planInputOf } from "#scaling/plan";
import { Choice } from "#ui/choice/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { Working } from "#ui/working.tsx";
import { nextSentence } from "#words/plan";
import { cupsToCome, laneBatches, nextBatch } from "./lanes.ts";
import { nothingSentence } from "./nothing.ts";
import { usePlanned } from "./usePlanned.ts";

interface PlansOfSitesProps {
  readonly starts: readonly DayPlanStart[];
  readonly day: string;
  readonly days: readonly { readonly day: string; readonly text: string }[];
}

/** One day at all sites beside each other. */
export function PlansOfSites({ starts, day, days }: PlansOfSitesProps) {
  const router = useRouter();
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-1 text-2xl">Shift</h1>
        <ShiftTabs at="sites" day={day} />
        <Choice
          label="day"
          value={day}
          options={days.map((each) => ({ value: each.day, text: each.text }))}
          onChange={(next) => router.push(`/shift/sites?day=${next}`)}
        />
      </header>
      {starts.map((start) => (
        <SitePlanPanel key={start.kit.siteId} start={start} />
      ))}
    </div>
  );
}

function SitePlanPanel({ start: { kit, sitePlan, dayPlan } }: { readonly start: DayPlanStart }) {
  const units = useUnits();
  const input = useMemo(() => planInputOf(kit, sitePlan.plan, dayPlan.changes), [kit, sitePlan, dayPlan]);
  const { planned } = usePlanned(input, { way: sitePlan.plan.way, asFar: "tuned levels" });
  const nothing = nothingSentence(kit);
  if (nothing)
    return (
      <Panel title={kit.site}>
        <p className="text-quiet">{nothing}</p>
      </Panel>
    );
  if (!planned)
    return (
      <Panel title={kit.site}>
        <Working says="Working out the day …" />
      </Panel>
    );
  const { forecast, likelyBrews } = planned.head;
  const batches = laneBatches(kit, dayPlan.changes, planned.input, firstMin(sitePlan.plan), likelyBrews);
  const next = nextBatch(batches, kit.nowMin);
  const figures = [
    ["cups asked for", Math.round(cupsToCome(input))],
    ["batches", Math.round(forecast.brews)],
    ["cups lost", forecast.lostCups.toFixed(1)],
    ["cups poured away", forecast.pouredCups.toFixed(1)],
    ["age when served", `${Math.round(forecast.meanAgeMin)} min`],
    ["cost of all that", `${Math.round(forecast.cost)} ${kit.currency}`],
  ] as const;
  return (
    <Panel title={kit.site}>
      <p className="text-quiet">
        {kit.nowMin === null ? "First" : "Next"}:{" "}
        <strong className="text-ink">
          {next ? nextSentence({ ...next, title: next.option.title }, units.printClock) : "nothing more"}
        </strong>
      </p>
      <dl className="mt-2 grid grid-cols-2 gap-x-4 sm:grid-cols-6">
        {figures.map(([label, value]) => (
          <div key={label}>
            <dt className="text-quiet text-sm">{label}</dt>
            <dd className="font-display font-semibold text-lg tabular-nums">{value}</dd>
          </div>
        ))}
      </dl>
    </Panel>
  );
}
