import { useEffect, useMemo, useState } from "react";
import type { ShiftCard } from "#contract/shift.ts";
import { settle } from "#ui/counter.tsx";
import { readLines } from "./actions.ts";

/** Until lines that could not be read are asked for again. */
const AGAIN_MS = 5000;

/**
 * The lines of the cards that a list names: those that came with the page, and others as soon as they are read. A house has hundreds of
 * cards, and a list names a few.
 */
export function useLines(
  siteId: string,
  known: readonly ShiftCard[],
  named: readonly string[],
): ReadonlyMap<string, ShiftCard> {
  const [read, setRead] = useState<readonly ShiftCard[]>([]);
  const lines = useMemo(() => new Map([...read, ...known].map((card) => [card.id, card])), [known, read]);
  const [failures, setFailures] = useState(0);
  const missing = [...new Set(named)].filter((id) => !lines.has(id)).join(" ");
  useEffect(() => {
    if (missing === "") return;
    let isWanted = true;
    let again: ReturnType<typeof setTimeout> | undefined;
    settle(readLines({ siteId, ids: missing.split(" ") })).then((sent) => {
      if (!isWanted) return;
      if (sent.ok) setRead((old) => [...old, ...sent.data]);
      else again = setTimeout(() => setFailures(failures + 1), AGAIN_MS);
    });
    return () => {
      isWanted = false;
      clearTimeout(again);
    };
  }, [missing, siteId, failures]);
  return lines;
}
