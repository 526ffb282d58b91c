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
  return (
    <Panel title="Does not fit together">
      <ul aria-label="does not fit together">
        {odd.slice(-MOST_OPEN).map(({ eventId, atMs, code, what, pot }) => (
          <li
            key={eventId}
            className="flex min-h-14 flex-wrap items-center gap-x-3 gap-y-1 border-rim/20 border-t py-1 first:border-0"
          >
            <span className="min-w-48 flex-1">
              <span className="tabular-nums">
                {printHour(new Date(atMs), { timeZone, clock: units.clock })}
              </span>{" "}
              <strong>{pot}</strong>: {what}; <span className="text-due">{ODD_WORDS[code]}</span>.
            </span>
            <Button
              className="min-h-12"
              onClick={() => say("Taken back.", [{ kind: "undone", eventId }], "It was so after all")}
            >
              Take it back
            </Button>
            <Button className="min-h-12" onClick={() => say("It stays.", [{ kind: "lookedAt", eventId }])}>
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
