"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { SentEvent } from "#contract/bar.ts";
import type { BarView } from "#contract/potView.ts";
import { becomeFresh, drawnAgoMs, keptSinceMs } from "#offline/drawn.ts";
import { useCounter } from "#ui/counter.tsx";
import { notFetched } from "#ui/notFetched.ts";
import type { Outbox } from "#ui/useOutbox.ts";
import { type BarAtHand, BarContext, type Happening, HeardContext } from "./barContext.ts";

/** Loaded beside the page: pots stand there from the server's own answer before anything is asked again. */
const Following = dynamic(() => import("./following.tsx").catch(notFetched), { ssr: false });

/** Ages and holds are read to the minute. */
const TICK_MS = 15_000;

interface BarProviderProps {
  /** As the page was drawn. */
  readonly initial: BarView;
  readonly children: ReactNode;
}

/** The site's pots for everything on the page: as the house has them, with what was told here drawn at once. */
export function BarProvider({ initial, children }: BarProviderProps) {
  const { locked } = useCounter();
  const router = useRouter();
  const [view, setView] = useState(initial);
  const [outbox, setOutbox] = useState<Outbox>();
  const clock = useRef({ houseMs: initial.nowMs, deviceMs: 0 });
  const [nowMs, setNowMs] = useState(initial.nowMs);
  const houseNow = useCallback(() => {
    const { houseMs, deviceMs } = clock.current;
    return deviceMs === 0 ? houseMs : houseMs + Date.now() - deviceMs;
  }, []);
  useEffect(() => {
    clock.current = { houseMs: initial.nowMs + drawnAgoMs(), deviceMs: Date.now() };
    const keptMs = keptSinceMs();
    if (keptMs !== undefined) {
      setNowMs(houseNow());
      setHeardMs(keptMs);
    }
    const tick = setInterval(() => setNowMs(houseNow()), TICK_MS);
    return () => clearInterval(tick);
  }, [initial.nowMs, houseNow]);
  const [heardMs, setHeardMs] = useState<number>();
  const onHeard = useCallback(
    (houseMs: number) => {
      clock.current = { houseMs, deviceMs: Date.now() };
      setHeardMs(Date.now());
      // A page that the device kept is drawn anew as soon as there is somebody to ask.
      if (keptSinceMs() === undefined) return;
      becomeFresh();
      router.refresh();
    },
    [router],
  );

  const { siteId } = initial;
  // Events that are told before the way to the house is loaded wait for it.
  const early = useRef<(readonly SentEvent[])[]>([]);
  const keeps = useRef<(events: readonly SentEvent[]) => void>(undefined);
  const onKeep = useCallback((keep: ((events: readonly SentEvent[]) => void) | undefined) => {
    keeps.current = keep;
    if (keep) for (const events of early.current.splice(0)) keep(events);
  }, []);
  const tell = useCallback(
    (happenings: readonly Happening[]) => {
      const at = Date.now();
      const events = happenings.map(
        (each, i) => ({ ...each, id: uuidv7(), at: new Date(at + i).toISOString() }) as SentEvent,
      );
      setNowMs(houseNow());
      if (keeps.current) keeps.current(events);
      else early.current.push(events);
      return events.map(({ id }) => id);
    },
    [houseNow],
  );
  const bar = useMemo<BarAtHand>(() => ({ view, nowMs, outbox, tell }), [view, nowMs, outbox, tell]);
  return (
    <BarContext value={bar}>
      <HeardContext value={heardMs}>{children}</HeardContext>
      {!locked && (
        <Following
          key={siteId}
          initial={initial}
          houseNow={houseNow}
          onView={setView}
          onHeard={onHeard}
          onNow={setNowMs}
          onOutbox={setOutbox}
          onKeep={onKeep}
        />
      )}
    </BarContext>
  );
}
