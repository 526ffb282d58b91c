import { FileUp } from "lucide-react";
import { lazy, Suspense, useMemo, useState } from "react";
import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges, SitePlan } from "#contract/dayPlanKinds.ts";
import type { PlanInput } from "#core/shift";
import { type DayAsked, firstMin, timetableBrews } from "#scaling/plan";
import { Button } from "#ui/button.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { counted } from "#words/figures";
import { HOLDS, restsOnSentence, runningSentence } from "#words/plan";
import { AheadPanel } from "./aheadPanel.tsx";
import type { BatchMoves } from "./batchBar.tsx";
import { ByTime } from "./byTime.tsx";
import { DemandChart } from "./demandChart.tsx";
import { Known } from "./known.tsx";
import { laneBatches } from "./lanes.ts";
import { LevelTable } from "./levelTable.tsx";
import { nothingSentence } from "./nothing.ts";
import { Outcome } from "./outcome.tsx";
import type { Span } from "./span.ts";
import { stagedCards } from "./staging.ts";
import { StagingPanel } from "./stagingPanel.tsx";
import { TimetablePanel } from "./timetablePanel.tsx";
import type { Change } from "./useKept.ts";
import type { usePlanned } from "./usePlanned.ts";
import { WEEKDAYS } from "./weekdays.ts";

/** Fetched while the day is worked out: there is nothing to draw before. */
const Timeline = lazy(() => import("./timeline.tsx").then((file) => ({ default: file.Timeline })));

/** For paper alone. */
const Labels = lazy(() => import("./readyPanel.tsx").then((file) => ({ default: file.Labels })));

/** Fetched by whoever brings sales in. */
const SalesDialog = lazy(() =>
  import("./sales/salesDialog.tsx").then(({ SalesDialog: loaded }) => ({ default: loaded })),
);

interface DayViewProps {
  readonly kit: DayKit;
  readonly site: SitePlan;
  readonly changes: DayChanges;
  readonly demand: DayAsked;
  readonly input: PlanInput;
  readonly span: Span;
  readonly planned: ReturnType<typeof usePlanned>;
  readonly moves: BatchMoves | undefined;
  readonly mayPlan: boolean;
  readonly onChange: (change: Change) => void;
}

/** A day's plan to look at: what it brings, its timeline, what is asked for, its levels, and what is known of it. */
export function DayView({
  kit,
  site,
  changes,
  demand,
  input,
  span,
  planned,
  moves,
  mayPlan,
  onChange,
}: DayViewProps) {
  const { planned: answer } = planned;
  const fromMin = firstMin(site);
  const [bringing, setBringing] = useState(false);
  const timetable = site.way === "timetable" ? answer?.timetable : undefined;
  const batches = useMemo(() => {
    if (!answer) return [];
    const brews = timetable ? timetableBrews(timetable, answer.input) : answer.head.likelyBrews;
    return laneBatches(kit, changes, answer.input, fromMin, brews);
  }, [answer, timetable, kit, changes, fromMin]);
  const staged = useMemo(() => stagedCards(kit, batches, changes.orders), [kit, batches, changes.orders]);
  const nothing = nothingSentence(kit);
  if (nothing)
    return (
      <Panel title="Nothing to plan with yet">
        <p>{nothing}</p>
        <p className="mt-2 flex gap-4">
          <Link href="/scale" className="underline decoration-rim/40">
            Scale a recipe
          </Link>
          <Link href="/cards" className="underline decoration-rim/40">
            All cards
          </Link>
          <Link href="/bench" className="underline decoration-rim/40">
            The bench
          </Link>
        </p>
      </Panel>
    );
  const running = demand.running ? runningSentence(demand.running) : undefined;
  const surges = [...site.surges.filter(({ weekdays }) => weekdays.includes(kit.weekday)), ...changes.surges];
  return (
    <>
      <Outcome
        kit={kit}
        input={input}
        batches={batches}
        orders={changes.orders}
        planned={planned}
        timetable={timetable}
      />
      <Panel label="the day" className="hidden md:block print:hidden">
        {answer && (
          <Suspense>
            <Timeline kit={kit} batches={batches} span={span} slotMin={input.slotMin} moves={moves} />
          </Suspense>
        )}
      </Panel>
      <div className="md:hidden print:hidden">
        <ByTime batches={batches} nowMin={kit.nowMin} />
      </div>
      <div className="grid gap-3 lg:grid-cols-2 print:hidden">
        <Panel title="Asked for">
          <p className="mb-1 text-quiet text-sm">{restsOnSentence(kit.habits, WEEKDAYS[kit.weekday - 1]!)}</p>
          {running && <p className="mb-1 text-due text-sm">{running}</p>}
          {mayPlan && kit.nowMin !== null && (running || changes.isHeld) && (
            <Button className="mb-2 print:hidden" onClick={() => onChange({ isHeld: !changes.isHeld })}>
              {HOLDS[changes.isHeld ? "held" : "follows"]}
            </Button>
          )}
          {kit.unbrewed.length > 0 && (
            <p className="mb-1 text-due text-sm">
              Sold here, and no card brews it:{" "}
              {kit.unbrewed
                .map(({ name, cupsADay }) => `${name} (${counted(Math.round(cupsADay), "cup")} a day)`)
                .join("; ")}
              .
            </p>
          )}
          {mayPlan && (
            <div className="mb-2 print:hidden">
              <Button onClick={() => setBringing(true)}>
                <FileUp size={18} aria-hidden /> Bring sales in
              </Button>
            </div>
          )}
          {bringing && (
            <Suspense>
              <SalesDialog kit={kit} onDone={() => setBringing(false)} />
            </Suspense>
          )}
          <DemandChart kit={kit} demand={demand} batches={batches} span={span} />
        </Panel>
        <Known
          kit={kit}
          changes={changes}
          usualTempC={site.usualTempC}
          hasIced={kit.products.some(({ serve }) => serve === "iced")}
          mayPlan={mayPlan}
          onChange={onChange}
        />
      </div>
      {answer && (
        // On paper one page: what is set ready on the left, the levels on the right.
        <div className="contents print:grid print:grid-cols-2 print:items-start print:gap-3">
          <div className="contents print:flex print:flex-col print:gap-3">
            <StagingPanel
              kit={kit}
              batches={batches}
              staged={staged}
              orders={changes.orders}
              mayPlan={mayPlan}
            />
            {kit.nowMin === null && (
              <AheadPanel
                kit={kit}
                input={answer.input}
                forecast={answer.head.forecast}
                opensMin={site.opensMin}
                otherDrinks={site.otherDrinks}
              />
            )}
          </div>
          {timetable ? (
            <TimetablePanel batches={batches} />
          ) : (
            <LevelTable kit={kit} input={answer.input} head={answer.head} fromMin={fromMin} surges={surges} />
          )}
        </div>
      )}
      <Suspense>
        <Labels staged={staged} />
      </Suspense>
    </>
  );
}
