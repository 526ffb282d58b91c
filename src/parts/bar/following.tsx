"use client";

import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import type { SentEvent } from "#contract/bar.ts";
import type { BarView } from "#contract/potView.ts";
import { keepAnswer, keptAnswer } from "#offline/answers.ts";
import { keptSinceMs } from "#offline/drawn.ts";
import { useCounter } from "#ui/counter.tsx";
import { askServer, queryClient } from "#ui/query.ts";
import type { Outbox } from "#ui/useOutbox.ts";
import { drawn, withTaken } from "./drawn.ts";
import { useLine } from "./useLine.ts";
import { usePending } from "./usePending.ts";

/** While the line to the house is down, it is asked so often, ms. */
const ASKED_EVERY_MS = 5000;

interface FollowingProps {
  /** As the page was drawn. */
  readonly initial: BarView;
  readonly houseNow: () => number;
  /** Takes the bar as the house has it, with what was told here drawn into it. */
  readonly onView: (view: BarView) => void;
  /** Hears the house's clock, ms, whether or not anything happened. */
  readonly onHeard: (houseMs: number) => void;
  /** Moves what is read from the clock to a moment, ms. */
  readonly onNow: (nowMs: number) => void;
  readonly onOutbox: (outbox: Outbox) => void;
  /** Hands over the way to tell the house; nothing when it ends. */
  readonly onKeep: (keep: ((events: readonly SentEvent[]) => void) | undefined) => void;
}

/**
 * Follows a site's bar while the page is looked at: over a line that stays open, else by asking again and again; and keeps what is told
 * here until the house has it.
 */
export default function Following({
  initial,
  houseNow,
  onView,
  onHeard,
  onNow,
  onOutbox,
  onKeep,
}: FollowingProps) {
  const { siteId } = initial;
  const personId = useCounter().person.id;
  const [view, setView] = useState(initial);
  const { outbox, pending, keep, answered } = usePending(siteId, houseNow);
  const onAnswer = useCallback(
    (next: BarView) => {
      onHeard(next.nowMs);
      onNow(next.nowMs);
      setView((before) => (next.n >= before.n ? next : before));
      answered(next.n);
    },
    [onHeard, onNow, answered],
  );
  const isUp = useLine(siteId, onHeard);
  const [sinceMs] = useState(() => Date.now());
  const { data, dataUpdatedAt } = useQuery(
    {
      queryKey: ["bar", siteId],
      queryFn: ({ signal }) => askServer<BarView>(`/api/v1/bar?site=${siteId}`, signal),
      enabled: !isUp,
      refetchInterval: ASKED_EVERY_MS,
    },
    queryClient,
  );
  useEffect(() => {
    // An answer from before the screen was locked knows neither the pots nor the time.
    if (data && dataUpdatedAt >= sinceMs) onAnswer(data);
  }, [data, dataUpdatedAt, sinceMs, onAnswer]);
  // A page that was drawn anew brings its pots along; one that the device kept may be older than what it heard since.
  useEffect(() => {
    if (keptSinceMs() === undefined) onAnswer(initial);
  }, [initial, onAnswer]);
  useEffect(() => {
    if (keptSinceMs() === undefined) return;
    void keptAnswer<BarView>({ personId, name: `bar ${siteId}` }).then((last) => {
      if (last) setView((before) => (last.n >= before.n ? last : before));
    });
  }, [personId, siteId]);
  useEffect(() => {
    if (keptSinceMs() === undefined)
      void keepAnswer({ personId, name: `bar ${siteId}` }, withTaken(view, pending));
  }, [personId, siteId, view, pending]);
  useEffect(() => onView(drawn(view, pending)), [view, pending, onView]);
  useEffect(() => onOutbox(outbox), [outbox, onOutbox]);
  useEffect(() => {
    onKeep(keep);
    return () => onKeep(undefined);
  }, [keep, onKeep]);
  return null;
}
