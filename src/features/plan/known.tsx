import { CalendarArrowUp, Plus, X } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import { simulatedWeather } from "#devices/index.ts";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { useSimulated } from "#ui/simulated.ts";
import { useUnits } from "#ui/units.tsx";
import type { Added } from "./addDialog.tsx";
import { changeLines } from "./changeLines.ts";
import { CopyChoice } from "./copyChoice.tsx";
import type { Change } from "./useKept.ts";
import { WEEKDAYS } from "./weekdays.ts";

/** Fetched by whoever adds something. */
const AddDialog = lazy(() => import("./addDialog.tsx").then((file) => ({ default: file.AddDialog })));
const CalendarDialog = lazy(() =>
  import("./calendarDialog.tsx").then((file) => ({ default: file.CalendarDialog })),
);

interface KnownProps {
  readonly kit: DayKit;
  readonly changes: DayChanges;
  readonly usualTempC: number;
  readonly hasIced: boolean;
  readonly mayPlan: boolean;
  readonly onChange: (change: Change) => void;
}

const ADDS = [
  { kind: "surge", text: "A surge" },
  { kind: "factor", text: "More or fewer" },
  { kind: "order", text: "An order" },
  { kind: "away", text: "Something away" },
  { kind: "pin", text: "A batch at a time" },
] as const;

/** What is known of this day beside what it usually brings. */
export function Known({ kit, changes, usualTempC, hasIced, mayPlan, onChange }: KnownProps) {
  const units = useUnits();
  const [isSimulated] = useSimulated();
  const [adding, setAdding] = useState<Added["kind"] | "calendar">();
  const lines = changeLines(kit, changes, units.printClock);
  const take = (line: (typeof lines)[number]) =>
    onChange({ [line.list]: changes[line.list].filter(({ id }) => id !== line.id) });
  return (
    <Panel title="Known of this day" className="print:break-inside-avoid">
      {lines.length === 0 && changes.tempC === null && changes.asWeekday === null && (
        <p className="text-quiet text-sm">Nothing yet: it is planned as its weekday usually is.</p>
      )}
      <ul aria-label="known of this day">
        {lines.map((line) => (
          <li
            key={line.id}
            className="flex min-h-11 items-center justify-between gap-2 border-rim/20 border-t first:border-0"
          >
            <span className="min-w-0 [overflow-wrap:anywhere]">{line.sentence}</span>
            {mayPlan && (
              <Button look="icon" aria-label={`take away: ${line.sentence}`} onClick={() => take(line)}>
                <X size={18} aria-hidden />
              </Button>
            )}
          </li>
        ))}
      </ul>
      {hasIced && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <FigureField
            label="in the shade in the afternoon"
            kind="°C"
            look="line"
            optional
            usual={`usual, ${units.printTemp(usualTempC)}`}
            bounds={[-40, 50]}
            value={changes.tempC}
            disabled={!mayPlan}
            onValue={(tempC) => onChange({ tempC })}
          />
          {mayPlan && isSimulated && (
            <Button
              className="print:hidden"
              onClick={async () => onChange({ tempC: await simulatedWeather().afternoonC(kit.day) })}
            >
              Ask the simulated weather
            </Button>
          )}
        </div>
      )}
      <div className="mt-2">
        <Choice
          label="planned as"
          value={String(changes.asWeekday ?? "")}
          disabled={!mayPlan}
          options={[
            { value: "", text: "its own weekday" },
            ...WEEKDAYS.map((day, i) => ({ value: String(i + 1), text: `a ${day}, as on a holiday` })),
          ]}
          onChange={(value) => onChange({ asWeekday: value === "" ? null : Number(value) })}
        />
      </div>
      {mayPlan && (
        <div className="mt-2 flex flex-wrap gap-2 print:hidden">
          {ADDS.map(({ kind, text }) => (
            <Button key={kind} onClick={() => setAdding(kind)}>
              <Plus size={16} aria-hidden /> {text}
            </Button>
          ))}
          <Button onClick={() => setAdding("calendar")}>
            <CalendarArrowUp size={16} aria-hidden /> From a calendar
          </Button>
          <CopyChoice kit={kit} onChange={onChange} />
        </div>
      )}
      <Suspense>
        {adding === "calendar" && (
          <CalendarDialog
            kit={kit}
            onDone={() => setAdding(undefined)}
            onAdd={(surges) => {
              setAdding(undefined);
              onChange((now) => ({ surges: [...now.surges, ...surges] }));
            }}
          />
        )}
        {adding && adding !== "calendar" && (
          <AddDialog
            kit={kit}
            kind={adding}
            onDone={() => setAdding(undefined)}
            onAdd={({ list, item }) => {
              setAdding(undefined);
              onChange((now) => ({ [list]: [...now[list], item] }));
            }}
          />
        )}
      </Suspense>
    </Panel>
  );
}
