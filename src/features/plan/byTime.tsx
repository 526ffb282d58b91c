import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { batchSentences } from "#words/plan";
import type { LaneBatch } from "./lanes.ts";

interface ByTimeProps {
  readonly batches: readonly LaneBatch[];
  readonly nowMin: number | null;
}

/** The timeline as a list, for a narrow screen. */
export function ByTime({ batches, nowMin }: ByTimeProps) {
  const units = useUnits();
  return (
    <Panel title="The day, by time">
      <ol className="flex flex-col">
        {batches.map((batch) => {
          const [first, ...others] = batchSentences(
            {
              ...batch,
              name: batch.product.name,
              title: batch.option?.title,
              cup: batch.product.cup.name,
              isPinned: batch.pinId !== undefined,
            },
            units.printClock,
          );
          const isPast = nowMin !== null && batch.readyMin < nowMin;
          return (
            <li
              key={batch.id}
              className="grid grid-cols-[4rem_1fr] gap-2 border-rim/20 border-t py-2 first:border-0"
            >
              <span
                className={`font-display font-semibold text-lg tabular-nums ${isPast ? "text-quiet" : ""}`}
              >
                {units.printClock(batch.beginMin)}
              </span>
              <span>
                {first}
                <span className="block text-quiet text-sm">{others.join(" ")}</span>
              </span>
            </li>
          );
        })}
      </ol>
    </Panel>
  );
}
