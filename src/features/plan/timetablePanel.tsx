import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import type { LaneBatch } from "./lanes.ts";

/** The day by fixed times: what is begun when, and when it is ready. */
export function TimetablePanel({ batches }: { readonly batches: readonly LaneBatch[] }) {
  const units = useUnits();
  return (
    <Panel title="Timetable" className="print:break-inside-avoid">
      <p className="mb-3 text-quiet text-sm">
        Brew at these times, and finish the oldest pot first. When a vessel is still in use, its rest is
        served first or poured away.
      </p>
      <table className="w-full border-collapse text-sm sm:w-auto">
        <thead className="text-left text-quiet">
          <tr>
            <th className="pr-4 font-normal">begin</th>
            <th className="pr-4 font-normal">ready</th>
            <th className="font-normal">what</th>
          </tr>
        </thead>
        <tbody>
          {batches.map(({ id, option, beginMin, readyMin }) =>
            option ? (
              <tr key={id} className="border-rim/20 border-t">
                <td className="py-1 pr-4 font-display font-semibold text-lg tabular-nums">
                  {units.printClock(beginMin)}
                </td>
                <td className="pr-4 tabular-nums">{units.printClock(readyMin)}</td>
                <td>{option.title}</td>
              </tr>
            ) : null,
          )}
        </tbody>
      </table>
    </Panel>
  );
}
