import { useEffect, useMemo, useState } from "react";
import type { ShiftCard } from "#contract/shift.ts";
import { useCounter } from "#ui/counter.tsx";
import { readLines } from "./actions.ts";

/**
 * The lines of the cards that a list names: those that came with the page, and others as soon as they are read. A house has hundreds of
 * cards, and a list names a few.
 */
export function useLines(
  siteId: string,
  known: readonly ShiftCard[],
  named: readonly string[],
): ReadonlyMap<string, ShiftCard> {
  const { send } = useCounter();
  const [read, setRead] = useState<readonly ShiftCard[]>([]);
  const lines = useMemo(() => new Map([...known, ...read].map((card) => [card.id, card])), [known, read]);
  const missing = [...new Set(named)].filter((id) => !lines.has(id)).join(" ");
  useEffect(() => {
    if (missing === "") return;
    let isAsked = true;
    send(readLines({ siteId, ids: missing.split(" ") })).then((sent) => {
      if (sent.ok && isAsked) setRead((old) => [...old, ...sent.data]);
    });
    return () => {
      isAsked = false;
    };
  }, [missing, siteId, send]);
  return lines;
}
