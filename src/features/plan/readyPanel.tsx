import { useMemo } from "react";
import type { DayKit } from "#contract/dayKit.ts";
import { shiftTotals } from "#core/shift";
import { Totals } from "#parts/dayTotals.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { iceByHour, type StagedCard, stagedLines } from "./staging.ts";

interface ReadyPanelProps {
  readonly kit: DayKit;
  readonly staged: readonly StagedCard[];
}

const MIN_PER_H = 60;

/** What a day needs beside its doses: water, ice by the hour, filters, cups. */
export function ReadyPanel({ kit, staged }: ReadyPanelProps) {
  const units = useUnits();
  const totals = useMemo(() => shiftTotals(stagedLines(kit, staged)), [kit, staged]);
  const hours = iceByHour(kit, staged);
  return (
    <Totals
      narrow
      totals={totals}
      supplies={kit.supplies}
      ice={
        hours.length > 0 && (
          <Panel title="Ice, hour by hour" className="md:col-span-2 print:col-span-1">
            <ul aria-label="ice, hour by hour" className="flex flex-wrap gap-x-6 gap-y-1">
              {hours.map(({ hour, iceG }) => (
                <li key={hour} className="tabular-nums">
                  <span className="text-quiet">from {units.printClock(hour * MIN_PER_H)}</span>{" "}
                  <strong>{units.printMass(Math.round(iceG))}</strong>
                </li>
              ))}
            </ul>
          </Panel>
        )
      }
    />
  );
}

/** On paper, a label for each container: when it is brewed, of what, how much. */
export function Labels({ staged }: Pick<ReadyPanelProps, "staged">) {
  const units = useUnits();
  return (
    <ul aria-label="labels of the containers" className="hidden break-before-page grid-cols-4 print:grid">
      {staged.flatMap(({ cardId, title, doseG, timesMin, order }) =>
        timesMin.map((min, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: two may have one time
            key={`${cardId} ${order} ${i}`}
            className="break-inside-avoid border border-rim border-dashed p-2 text-sm"
          >
            <strong className="block text-lg tabular-nums">{units.printClock(min)}</strong>
            {title}, {units.printMass(doseG)}
            {order !== undefined && <span className="block">for {order}</span>}
          </li>
        )),
      )}
    </ul>
  );
}
