"use client";

import { type ReactNode, useState } from "react";
import type { Aspect } from "#contract/aspects.ts";
import { Button } from "#ui/button.tsx";
import { typicalSentence } from "#words/bench";

export interface Way {
  /** The button's label. */
  readonly verb: string;
  readonly form: (onDone: () => void) => ReactNode;
}

interface LineProps {
  readonly name: string;
  readonly figures: ReactNode;
  /** How it is known; undefined where there is nothing to measure. */
  readonly status: string | undefined;
  readonly typical: readonly Aspect[];
  readonly picture?: ReactNode;
  readonly ways: readonly Way[];
  /** Buttons that need no form. */
  readonly buttons?: ReactNode;
}

/** One thing of the bench: what is known of it, how surely, and the ways to measure or change it. */
export function Line({ name, figures, status, typical, picture, ways, buttons }: LineProps) {
  const [open, setOpen] = useState<string>();
  // While one form is being saved another one may be opened: that one stays.
  const closing = (verb: string) => () => setOpen((now) => (now === verb ? undefined : now));
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-2 border-rim/20 border-b py-2 last:border-0">
      {picture}
      <span className="min-w-48 flex-1">
        <bdi className="font-semibold">{name}</bdi>
        <span className="block text-sm">{figures}</span>
        {status && <span className="block text-quiet text-sm">{status}</span>}
        {typical.length > 0 && (
          <span className="block text-due text-sm">{typicalSentence({ name, aspects: typical })}</span>
        )}
      </span>
      <span className="flex flex-wrap gap-2 max-sm:w-full">
        {ways.map(({ verb }) => (
          <Button
            key={verb}
            aria-expanded={open === verb}
            onClick={() => setOpen(open === verb ? undefined : verb)}
          >
            {verb}
            <span className="sr-only"> {name}</span>
          </Button>
        ))}
        {buttons}
      </span>
      {open && <div className="w-full">{ways.find(({ verb }) => verb === open)?.form(closing(open))}</div>}
    </li>
  );
}
