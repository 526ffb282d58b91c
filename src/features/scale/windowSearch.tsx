"use client";

import { printNumber } from "#core/units";
import { Button } from "#ui/button.tsx";
import { useUnits } from "#ui/units.tsx";
import type { WindowSearch as Search } from "./useForecast.ts";

interface WindowSearchProps {
  readonly search: Search;
  readonly grinder: string;
  readonly ready: boolean;
  readonly onSearch: () => void;
  readonly onStop: () => void;
}

/** Every ratio with every setting of the dial: which of them the forecast has no warning for. */
export function WindowSearch({ search, grinder, ready, onSearch, onStop }: WindowSearchProps) {
  const units = useUnits();
  const { rows, progress, stopped } = search;
  if (progress) {
    return (
      <div className="mt-2 flex items-center gap-2">
        <progress aria-label="brewed" max={progress.of} value={progress.done} className="flex-1 accent-rim" />
        <Button onClick={onStop}>Cancel</Button>
      </div>
    );
  }
  return (
    <div className="mt-2">
      <Button disabled={!ready} onClick={onSearch}>
        Find what lands in the window
      </Button>
      {stopped && (
        <p aria-live="polite" className="mt-1 text-sm">
          Stopped. Nothing has changed.
        </p>
      )}
      {rows && (
        <table className="mt-2 w-full text-sm tabular-nums" aria-label="ratios that land in the window">
          <thead>
            <tr className="text-left text-quiet">
              <th className="font-normal">ratio</th>
              <th className="font-normal">{grinder}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ ratio, settings }) => (
              <tr key={ratio}>
                <td>{units.printRatio(ratio)}</td>
                <td>{settings.length === 0 ? "nothing" : spanOf(settings)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function spanOf(settings: readonly number[]): string {
  const [first, last] = [settings[0]!, settings.at(-1)!];
  return first === last ? printNumber(first, 2) : `${printNumber(first, 2)} to ${printNumber(last, 2)}`;
}
