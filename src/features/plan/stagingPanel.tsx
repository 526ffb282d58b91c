import { CalendarArrowDown, ListChecks } from "lucide-react";
import { useRouter } from "next/navigation";
import { lazy, Suspense } from "react";
import type { DayKit, KitCard } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import { BrewLine } from "#parts/brewLine.tsx";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";
import { putOnList } from "./actions.ts";
import type { LaneBatch } from "./lanes.ts";
import { batchesOfCards, type StagedCard } from "./staging.ts";

/** Read after the day itself. */
const ReadyPanel = lazy(() => import("./readyPanel.tsx").then((file) => ({ default: file.ReadyPanel })));

interface StagingPanelProps {
  readonly kit: DayKit;
  readonly batches: readonly LaneBatch[];
  readonly staged: readonly StagedCard[];
  readonly orders: DayChanges["orders"];
  readonly mayPlan: boolean;
}

/** What is weighed out for the day, each batch in a container with its time. */
export function StagingPanel({ kit, batches, staged, orders, mayPlan }: StagingPanelProps) {
  const router = useRouter();
  const { send } = useCounter();
  const { siteId, day } = kit;
  const toList = async () => {
    const sent = await send(putOnList({ siteId, day, lines: [...batchesOfCards(staged)] }));
    if (sent.ok)
      toast(`${counted(sent.data.batches, "batch", { many: "batches" })} on the list of this day.`, {
        action: { label: "To the list", onClick: () => router.push(`/shift?day=${day}`) },
      });
  };
  const toCalendar = async () => {
    const { calendarOf, saveCalendar } = await import("./calendar.ts");
    saveCalendar(calendarOf(kit, batches, orders), `plan-${day}`);
  };
  return (
    <>
      <Panel title="To weigh out" className="print:break-inside-avoid">
        <p className="mb-2 text-quiet text-sm">
          Whole beans, covered, one container a batch with its time on it; ground when it is brewed. A time is
          what is likely: the level decides.
        </p>
        <ul aria-label="to weigh out" className="flex flex-col">
          {staged.map((card) => (
            <Staged
              key={`${card.cardId} ${card.order}`}
              staged={card}
              card={kit.cards.find(({ id }) => id === card.cardId)}
            />
          ))}
        </ul>
        <div className="mt-3 flex flex-wrap gap-2 print:hidden">
          {mayPlan && staged.length > 0 && (
            <Button look="main" onClick={toList}>
              <ListChecks size={18} aria-hidden /> Put these on the list
            </Button>
          )}
          <Button onClick={toCalendar}>
            <CalendarArrowDown size={18} aria-hidden /> As a calendar
          </Button>
        </div>
      </Panel>
      {staged.length > 0 && (
        <Suspense>
          <ReadyPanel kit={kit} staged={staged} />
        </Suspense>
      )}
    </>
  );
}

interface StagedProps {
  readonly staged: StagedCard;
  readonly card: KitCard | undefined;
}

function Staged({ staged: { title, doseG, timesMin, order }, card }: StagedProps) {
  const units = useUnits();
  return (
    <li className="border-rim/20 border-t py-2 first:border-0">
      <span className="font-semibold">
        {timesMin.length} × {units.printMass(doseG)}
      </span>{" "}
      {title}
      {card && (
        <span className="block text-quiet text-sm">
          <BrewLine card={card} />
        </span>
      )}
      {order !== undefined && <span className="text-due"> for {order}, apart from the others</span>}
      <ul aria-label={`times of ${title}`} className="mt-1 flex flex-wrap gap-1.5">
        {timesMin.map((min, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two may have one time
          <li key={i} className="rounded-md border border-rim/40 px-1.5 text-sm tabular-nums">
            {units.printClock(min)}
          </li>
        ))}
      </ul>
    </li>
  );
}
