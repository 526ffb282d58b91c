"use client";

import type { CareLine } from "#contract/barDay.ts";
import type { RowOf } from "#contract/things.ts";
import { printNumber } from "#core/units";
import { CareTask } from "#parts/careTask.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { OPTION_WORDS } from "#words/bench";
import { counted } from "#words/figures";
import { markCareDone, unmarkCareDone } from "./actions.ts";
import { Things } from "./things.tsx";

interface CareProps {
  readonly due: readonly CareLine[];
  readonly tasks: readonly RowOf<"care">[];
}

/** Care tasks, the most due first. */
export function Care({ due, tasks }: CareProps) {
  const { act, busy } = useAct();
  return (
    <div className="grid items-start gap-3 lg:grid-cols-2">
      <Panel title="Due">
        {due.length === 0 && <p className="text-quiet">Nothing is looked after yet: add a task.</p>}
        <ul>
          {due.map((row) => (
            <CareTask
              key={row.id}
              row={row}
              busy={busy}
              mark={async (done) => (await act(markCareDone(done))).ok}
              unmark={({ id }) => void act(unmarkCareDone({ id }))}
            />
          ))}
        </ul>
      </Panel>
      <Things
        kind="care"
        rows={tasks}
        empty="Rinsing, soaking, descaling, burrs: what is due is counted from the log."
        say={({ figures: { kind, everyDays, everyL, everyKg } }) => {
          const every = [
            everyDays !== null && (everyDays === 1 ? "day" : counted(everyDays, "day")),
            everyL !== null && `${printNumber(everyL, 0)} l`,
            everyKg !== null && `${printNumber(everyKg, 1)} kg`,
          ].filter(Boolean);
          return `${OPTION_WORDS[kind]}, every ${every.join(" or ")}`;
        }}
      />
    </div>
  );
}
