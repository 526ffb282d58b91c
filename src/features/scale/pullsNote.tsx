import type { BenchGrinder } from "#contract/bench.ts";
import type { Pulls } from "#core/grind";
import { pullWords } from "#words/brew";

interface PullsNoteProps {
  readonly rule: Pulls | undefined;
  readonly forecast: Pulls | undefined;
  readonly grinder: BenchGrinder;
}

/** On a short brew: what pulls the dial to finer and what to coarser, each apart, and their sum. */
export function PullsNote({ rule, forecast, grinder }: PullsNoteProps) {
  if (!forecast && !rule) return null;
  const rows = [
    ["house rule", rule],
    ["same extraction", forecast],
  ] as const;
  return (
    <table className="mt-2 text-sm tabular-nums" aria-label="what pulls the dial">
      <thead>
        <tr className="text-left text-quiet">
          <th className="pr-4 font-normal">from the source, on {grinder.name}</th>
          <th className="pr-4 font-normal">the bed (solid arrow)</th>
          <th className="pr-4 font-normal">the short brew (dashed)</th>
          <th className="font-normal">together</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(
          ([name, pulls]) =>
            pulls && (
              <tr key={name}>
                <th scope="row" className="pr-4 text-left font-normal">
                  {name}
                </th>
                <td className="pr-4">{pullWords(pulls.bed)}</td>
                <td className="pr-4">{pullWords(pulls.short)}</td>
                <td className="font-semibold">{pullWords(pulls.bed + pulls.short)}</td>
              </tr>
            ),
        )}
      </tbody>
    </table>
  );
}
