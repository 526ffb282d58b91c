"use client";

import { Brush, TriangleAlert } from "lucide-react";
import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { CareLine } from "#contract/barDay.ts";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { toast } from "#ui/notice.ts";
import { careCautions, dueSentence } from "#words/bench";

interface CareTaskProps {
  readonly row: CareLine;
  /** Marks it as done now, under an id by which that is taken back; says whether it was kept. */
  readonly mark: (done: { readonly id: string; readonly taskId: string }) => Promise<boolean>;
  readonly unmark: (done: { readonly id: string; readonly taskId: string }) => void;
  readonly busy?: boolean;
}

const FULL = 100;

/** A task of care: how due it is, how it is done safely, and one tap when it is. */
export function CareTask({ row, mark, unmark, busy = false }: CareTaskProps) {
  const { id, name, kind, note, due, done: lastDone } = row;
  const { may } = useCounter();
  const [open, setOpen] = useState(false);
  const isDue = due.share >= 1;
  // One mark until it is answered: pressed once more after a lost answer, it is the same one.
  const [doneId, setDoneId] = useState(() => uuidv7());
  const markNow = async () => {
    const done = { id: doneId, taskId: id };
    if (!(await mark(done))) return;
    setDoneId(uuidv7());
    toast.success(`${name}: done.`, {
      action: { label: "Undo", onClick: () => unmark(done) },
    });
  };
  return (
    <li className="flex min-h-14 flex-wrap items-center gap-x-3 gap-y-1 border-rim/20 border-t py-1 first:border-0">
      {isDue && <Brush size={22} aria-hidden className="text-due" />}
      <span className="min-w-40 flex-1">
        <bdi className="font-semibold">{name}</bdi>
        <span className={`block text-sm ${isDue ? "font-semibold text-due" : "text-quiet"}`}>
          {dueSentence(due)}
          {lastDone && `; ${lastDone}`}
        </span>
        {!isDue && (
          <meter
            className="h-2 w-full"
            min={0}
            max={FULL}
            value={FULL * due.share}
            aria-label={`how due: ${name}`}
          />
        )}
      </span>
      <Button className="min-h-12" aria-expanded={open} onClick={() => setOpen(!open)}>
        How<span className="sr-only"> to {name}</span>
      </Button>
      {may("doCare") && (
        <Button className="min-h-12" look={isDue ? "main" : "plain"} disabled={busy} onClick={markNow}>
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
