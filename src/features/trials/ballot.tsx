"use client";

import { useState } from "react";
import { settle } from "#ui/counter.tsx";
import { vote } from "./actions.ts";

interface BallotProps {
  readonly code: string;
  readonly cups: readonly string[];
  readonly answer: number | null;
  readonly isOpen: boolean;
}

/** A taster's three cups on a phone: which one is not like the other two. */
export function TasterBallot({ code, cups, answer, isOpen }: BallotProps) {
  const [answered, setAnswered] = useState(answer);
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const say = async (place: number) => {
    setBusy(true);
    const sent = await settle(vote({ code, answer: place }));
    setBusy(false);
    setTrouble(sent.ok ? undefined : sent.trouble.message);
    if (sent.ok) setAnswered(place);
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col gap-4 p-4">
      <h1 className="text-2xl">Which cup is not like the other two?</h1>
      <p>
        Taste all three, in the order in which they stand, as often as you like. If you cannot tell, guess.
      </p>
      <ul className="flex flex-col gap-3">
        {cups.map((cup, place) => (
          <li key={cup}>
            <button
              type="button"
              aria-pressed={answered === place}
              disabled={busy || answered !== null || !isOpen}
              onClick={() => say(place)}
              className="min-h-20 w-full rounded-panel border-2 border-rim bg-enamel font-bold font-display text-4xl tabular-nums aria-pressed:bg-rim aria-pressed:text-enamel disabled:opacity-60 aria-pressed:disabled:opacity-100"
            >
              {cup}
            </button>
          </li>
        ))}
      </ul>
      {answered !== null && <p role="status">Thank you: your answer is {cups[answered]}.</p>}
      {answered === null && !isOpen && <p role="status">This tasting has closed.</p>}
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble}
        </p>
      )}
    </main>
  );
}
