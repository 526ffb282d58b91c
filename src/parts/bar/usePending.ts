import { useCallback, useMemo, useState } from "react";
import type { SentEvent } from "#contract/bar.ts";
import { type Outbox, useOutbox } from "#ui/useOutbox.ts";
import type { Pending } from "./drawn.ts";

interface BarLetter {
  readonly sentAt: string;
  readonly events: readonly SentEvent[];
}

interface PendingEvents {
  readonly outbox: Outbox;
  /** Events of this device that the house's last answer may not have in it, in their order. */
  readonly pending: readonly Pending[];
  readonly keep: (events: readonly SentEvent[]) => void;
  /** Lets go of what an answer has in it, by the number of its last event. */
  readonly answered: (n: number) => void;
}

/**
 * What happened at a bar and is not in the house's answer yet: kept on this device first, so that a dead network and a page that is
 * loaded again lose nothing.
 *
 * @param houseNow the house's clock, ms
 */
export function usePending(siteId: string, houseNow: () => number): PendingEvents {
  const url = `/api/v1/bar/events?site=${siteId}`;
  const [own, setOwn] = useState<readonly Pending[]>([]);
  const outbox = useOutbox(({ taken, refused }) => {
    const letter = taken?.letter ?? refused;
    if (letter?.url !== url) return;
    const { events } = letter.body as BarLetter;
    const ids = new Set(events.map(({ id }) => id));
    setOwn((before) => {
      const others = before.filter(({ event }) => !ids.has(event.id));
      if (!taken) return others;
      const { n } = taken.reply as { readonly n: number };
      return [...others, ...asPending(events, houseNow).map((each) => ({ ...each, keptAs: n }))];
    });
  });
  const { mine, put } = outbox;
  const pending = useMemo(() => {
    // Letters that wait since before this page was loaded are of this bar, too.
    const known = new Set(own.map(({ event }) => event.id));
    const waiting = mine
      .filter((letter) => letter.url === url && letter.refused === undefined)
      .flatMap(({ body }) => asPending((body as BarLetter).events, houseNow))
      .filter(({ event }) => !known.has(event.id));
    return [...own, ...waiting].toSorted((a, b) => a.atMs - b.atMs);
  }, [own, mine, url, houseNow]);
  const keep = useCallback(
    (events: readonly SentEvent[]) => {
      setOwn((before) => [...before, ...asPending(events, houseNow)]);
      put(url, { sentAt: new Date().toISOString(), events } satisfies BarLetter);
    },
    [url, put, houseNow],
  );
  const answered = useCallback(
    (n: number) => setOwn((before) => before.filter(({ keptAs }) => keptAs === undefined || keptAs > n)),
    [],
  );
  return { outbox, pending, keep, answered };
}

/** Events with their times by the house's clock, which this device's may be off. */
function asPending(events: readonly SentEvent[], houseNow: () => number): readonly Pending[] {
  const offMs = houseNow() - Date.now();
  return events.map((event) => ({ event, atMs: Date.parse(event.at) + offMs, keptAs: undefined }));
}
