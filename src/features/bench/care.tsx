"use client";

import { TriangleAlert } from "lucide-react";
import { useState } from "react";
import { toast } from "sonner";
import { v7 as uuidv7 } from "uuid";
import type { CARE_KINDS } from "#contract/aspects.ts";
import type { RowOf } from "#contract/things.ts";
import type { CareDue } from "#core/measure";
import { printNumber } from "#core/units";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { careCautions, dueSentence, OPTION_WORDS } from "#words/bench";
import { counted } from "#words/figures";
import { markCareDone, unmarkCareDone } from "./actions.ts";
import { Things } from "./things.tsx";

export interface CareRow {
  readonly id: string;
  readonly name: string;
  readonly kind: (typeof CARE_KINDS)[number];
  readonly note: string;
  readonly due: CareDue;
  /** When it was done last, and by whom, as it is read. */
  readonly done: string | undefined;
}

interface CareProps {
  readonly due: readonly CareRow[];
  readonly tasks: readonly RowOf<"care">[];
}

/** Care tasks, the most due first. */
export function Care({ due, tasks }: CareProps) {
  return (
    <div className="grid items-start gap-3 lg:grid-cols-2">
      <Panel title="Due">
        {due.length === 0 && <p className="text-quiet">Nothing is looked after yet: add a task.</p>}
        <ul>
          {due.map((row) => (
            <Task key={row.id} row={row} />
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

const FULL = 100;

function Task({ row }: { readonly row: CareRow }) {
  const { id, name, kind, note, due, done } = row;
  const { may } = useCounter();
  const { act, busy } = useAct();
  const [open, setOpen] = useState(false);
  const isDue = due.share >= 1;
  // One mark until it is answered: pressed once more after a lost answer, it is the same one.
  const [doneId, setDoneId] = useState(() => uuidv7());
  const mark = async () => {
    const sent = await act(markCareDone({ id: doneId, taskId: id }));
    if (!sent.ok) return;
    setDoneId(uuidv7());
    toast.success(`${name}: done.`, {
      action: { label: "Undo", onClick: () => void act(unmarkCareDone({ id: doneId })) },
    });
  };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-rim/20 border-b py-2 last:border-0">
      <span className="min-w-40 flex-1">
        <bdi className="font-semibold">{name}</bdi>
        <span className={`block text-sm ${isDue ? "font-semibold text-due" : "text-quiet"}`}>
          {dueSentence(due)}
          {done && `; ${done}`}
        </span>
        <meter
          className="h-2 w-full"
          min={0}
          max={FULL}
          value={Math.min(FULL, FULL * due.share)}
          aria-label={`how due: ${name}`}
        />
      </span>
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        How<span className="sr-only"> to {name}</span>
      </Button>
      {may("doCare") && (
        <Button look={isDue ? "main" : "plain"} disabled={busy} onClick={mark}>
          Done<span className="sr-only"> with {name}</span>
        </Button>
      )}
      {open && (
        <div className="w-full rounded-panel bg-worktop p-3 text-sm">
          {note && <p className="mb-1">{note}</p>}
          <ul className="space-y-0.5">
            {careCautions(kind).map((caution) => (
              <li key={caution} className="flex gap-1.5">
                <TriangleAlert size={16} aria-hidden className="mt-0.5 shrink-0 text-due" />
                {caution}
              </li>
            ))}
          </ul>
        </div>
      )}
    </li>
  );
}
