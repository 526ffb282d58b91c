"use client";

import { UserRound } from "lucide-react";
import { useCounter } from "#ui/counter.tsx";
import { ROLE_WORDS } from "#words/people";

/** Who is signed in; a tap asks who else is here. */
export function Who() {
  const { person, ask } = useCounter();
  return (
    <button
      type="button"
      onClick={ask}
      className="flex min-h-10 min-w-0 items-center gap-2 rounded-panel px-2 hover:bg-rim/10"
    >
      <UserRound size={18} aria-hidden className="shrink-0" />
      <span className="min-w-0 text-left leading-tight max-sm:sr-only">
        <bdi className="block max-w-40 truncate font-semibold text-sm">{person.name}</bdi>
        <span className="block text-quiet text-xs">{ROLE_WORDS[person.role]}</span>
        <span className="sr-only">: switch person</span>
      </span>
    </button>
  );
}
