"use client";

import { type ReactNode, useState } from "react";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";

interface Way {
  /** What the button says. */
  readonly verb: string;
  readonly form: (onDone: () => void) => ReactNode;
}

interface LineProps {
  readonly name: string;
  readonly figures: ReactNode;
  /** When it was measured here; undefined while it was not. */
  readonly measured: string | undefined;
  readonly picture?: ReactNode;
  readonly ways: readonly Way[];
}

/** One thing of the bench: what is known of it, and the ways to measure it again. */
export function Line({ name, figures, measured, picture, ways }: LineProps) {
  const { may } = useCounter();
  const [open, setOpen] = useState<string>();
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-2 border-rim/20 border-b py-2 last:border-0">
      {picture}
      <span className="min-w-48 flex-1">
        <span className="font-semibold">{name}</span>
        <span className="block text-sm">{figures}</span>
        <span className={`block text-sm ${measured ? "text-quiet" : "text-due"}`}>
          {measured ? `measured ${measured}` : "typed in, not measured here"}
        </span>
      </span>
      {may("measure") && (
        <span className="flex gap-2 max-sm:w-full">
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
        </span>
      )}
      {open && (
        <div className="w-full">{ways.find(({ verb }) => verb === open)?.form(() => setOpen(undefined))}</div>
      )}
    </li>
  );
}
