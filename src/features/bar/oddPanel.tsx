import { useBar } from "#parts/bar/barContext.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { ODD_WORDS } from "#words/bar";
import { printHour } from "#words/figures";

/** So many stand open, the last ones; more of them nobody would read. */
const MOST_OPEN = 2;

/** What two devices told apart from each other and cannot both be: somebody looks at it, and takes it back or leaves it. */
export function OddPanel() {
  const bar = useBar();
  const say = useTelling();
  const units = useUnits();
  const { may } = useCounter();
  if (!bar || bar.view.odd.length === 0 || !may("serve")) return null;
  const { odd, timeZone } = bar.view;
  const shown = odd.slice(-MOST_OPEN);
  /** Two may have happened to one pot in the same minute. */
  const one = (nth: number) => (shown.length > 1 ? `, ${nth + 1} of ${shown.length}` : "");
  const hour = (atMs: number) => printHour(new Date(atMs), { timeZone, clock: units.clock });
  return (
    <Panel title="Does not fit together">
      <ul aria-label="does not fit together">
        {shown.map(({ eventId, atMs, code, what, pot }, nth) => (
          <li
            key={eventId}
            className="flex min-h-14 flex-wrap items-center gap-x-3 gap-y-1 border-rim/20 border-t py-1 first:border-0"
          >
            <span className="min-w-48 flex-1">
              <span className="tabular-nums">{hour(atMs)}</span> <strong>{pot}</strong>: {what};{" "}
              <span className="text-due">{ODD_WORDS[code]}</span>.
            </span>
            <Button
              className="min-h-12"
              aria-label={`Take it back: ${pot}, ${what}${one(nth)}`}
              onClick={() => say("Taken back.", [{ kind: "undone", eventId }], "It was so after all")}
            >
              Take it back
            </Button>
            <Button
              className="min-h-12"
              aria-label={`It was so: ${pot}, ${what}${one(nth)}`}
              onClick={() => say("It stays.", [{ kind: "lookedAt", eventId }])}
            >
              It was so
            </Button>
          </li>
        ))}
      </ul>
      {odd.length > MOST_OPEN && (
        <p className="text-quiet text-sm">and {odd.length - MOST_OPEN} before, one after the other</p>
      )}
    </Panel>
  );
}
