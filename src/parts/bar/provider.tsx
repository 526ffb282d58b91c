"use client";

import dynamic from "next/dynamic";
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { SentEvent } from "#contract/bar.ts";
import type { BarView } from "#contract/potView.ts";
import { type Reply, useCounter } from "#ui/counter.tsx";
import { type BarAtHand, BarContext, type Happening } from "./barContext.ts";
import type { drawn, Pending } from "./drawn.ts";

/** Loaded beside the page: pots stand there from the server's own answer before anything is asked again. */
const Following = dynamic(() => import("./following.tsx"), { ssr: false });

/** Ages and holds are read to the minute. */
const TICK_MS = 15_000;

interface BarProviderProps {
  /** As the page was drawn. */
  readonly initial: BarView;
  readonly children: ReactNode;
}

/** The site's pots for everything on the page: as the house has them, with what was told here drawn at once. */
export function BarProvider({ initial, children }: BarProviderProps) {
  const { send, locked } = useCounter();
  const [view, setView] = useState(initial);
  const [pending, setPending] = useState<readonly Pending[]>([]);
  // Events are folded by what is loaded beside the page, too: a page that is only looked at needs none of it.
  const [draw, setDraw] = useState<typeof drawn>();
  useEffect(() => {
    void import("./drawn.ts").then((loaded) => setDraw(() => loaded.drawn));
  }, []);
  const clock = useRef({ houseMs: initial.nowMs, deviceMs: 0 });
  const [nowMs, setNowMs] = useState(initial.nowMs);
  const houseNow = useCallback(() => {
    const { houseMs, deviceMs } = clock.current;
    return deviceMs === 0 ? houseMs : houseMs + Date.now() - deviceMs;
  }, []);
  useEffect(() => {
    clock.current = { houseMs: initial.nowMs, deviceMs: Date.now() };
    const tick = setInterval(() => setNowMs(houseNow()), TICK_MS);
    return () => clearInterval(tick);
  }, [initial.nowMs, houseNow]);

  const { siteId } = initial;
  const drawnSite = useRef(siteId);
  const onView = useCallback(
    (next: BarView) => {
      clock.current = { houseMs: next.nowMs, deviceMs: Date.now() };
      setNowMs(next.nowMs);
      setView((before) => (next.siteId === siteId && next.n >= before.n ? next : before));
      setPending((before) => before.filter(({ keptAs }) => keptAs === undefined || keptAs > next.n));
    },
    [siteId],
  );
  // A page that was drawn anew brings its pots along; another site's are another bar.
  useEffect(() => {
    if (drawnSite.current === siteId) return onView(initial);
    drawnSite.current = siteId;
    setView(initial);
    setPending([]);
  }, [siteId, initial, onView]);
  const [tellings, setTellings] = useState(0);
  const tell = useCallback(
    (happenings: readonly Happening[]) => {
      const at = new Date();
      const events = happenings.map(
        (each, i) => ({ ...each, id: uuidv7(), at: new Date(+at + i).toISOString() }) as SentEvent,
      );
      const atMs = houseNow();
      setNowMs(atMs);
      setPending((before) => [
        ...before,
        ...events.map((event, i) => ({ event, atMs: atMs + i, keptAs: undefined })),
      ]);
      const ids = events.map(({ id }) => id);
      void send(post(siteId, events)).then((sent) => {
        setPending((before) =>
          sent.ok
            ? before.map((each) => (ids.includes(each.event.id) ? { ...each, keptAs: sent.data.n } : each))
            : before.filter(({ event }) => !ids.includes(event.id)),
        );
        setTellings((times) => times + 1);
      });
      return ids;
    },
    [siteId, send, houseNow],
  );
  const bar = useMemo<BarAtHand>(
    () => ({ view: draw ? draw(view, pending) : view, nowMs, tell }),
    [view, pending, draw, nowMs, tell],
  );
  return (
    <BarContext value={bar}>
      {children}
      {!locked && <Following siteId={siteId} tellings={tellings} onView={onView} />}
    </BarContext>
  );
}

/** Sends events to the house. */
async function post(siteId: string, events: readonly SentEvent[]): Promise<Reply<{ readonly n: number }>> {
  const response = await fetch(`/api/v1/bar/events?site=${siteId}`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ sentAt: new Date().toISOString(), events }),
  });
  const body = await response.json();
  return response.ok
    ? { data: body }
    : { serverError: { code: body.error.code, message: body.error.message } };
}
