import { useCallback, useEffect, useMemo, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { atTime, clockOf, foldGuide, type GuideEvent, type GuideState } from "#core/guide";
import type { Outbox } from "#ui/useOutbox.ts";
import type { GuideView } from "./guideProps.ts";
import type { GuideClock } from "./useGuideClock.ts";

type Without<Event, Names extends PropertyKey> = Event extends unknown ? Omit<Event, Names> : never;
export type GuideHappening = Without<GuideEvent, "id" | "atMs">;

/** The guides that run at a site, as the house answers. */
export interface RunningGuides {
  readonly machineMs: number;
  readonly nowMs: number;
  readonly guides: readonly GuideView[];
}

/** A guide with how it stands now. */
export interface GuideNow {
  readonly guide: GuideView;
  readonly state: GuideState;
  readonly clockS: number;
  readonly events: readonly GuideEvent[];
}

/**
 * Guides of a site as all its devices have them: events of this one at once, of the others within seconds.
 *
 * @param initial as the page was drawn: its own guide first
 */
export function useGuides(initial: readonly GuideView[], clock: GuideClock, outbox: Outbox) {
  const [own, setOwn] = useState<ReadonlyMap<string, readonly GuideEvent[]>>(new Map());
  const [data, setData] = useState<RunningGuides>();
  const { setRight, now } = clock;
  useEffect(() => {
    if (data) setRight(data.machineMs);
  }, [data, setRight]);
  // Letters that wait since before this page was loaded are of its guides, too.
  const { mine, put } = outbox;
  const known = useMemo(() => {
    const views = new Map(initial.map((guide) => [guide.id, guide]));
    for (const guide of data?.guides ?? []) if (!views.has(guide.id)) views.set(guide.id, guide);
    // What runs no more is gone from the strip; the page's own guide says how it ended.
    for (const id of views.keys()) {
      if (data && id !== initial[0]?.id && !data.guides.some((guide) => guide.id === id)) views.delete(id);
    }
    return [...views.values()].map((guide) => {
      const posted = mine.flatMap(({ url, body }) =>
        url.startsWith(`/api/v1/guides/${guide.id}/events`) ? (body as { events: GuideEvent[] }).events : [],
      );
      const answered = data?.guides.find(({ id }) => id === guide.id)?.events ?? [];
      return { guide, events: [...guide.events, ...answered, ...posted, ...(own.get(guide.id) ?? [])] };
    });
  }, [initial, data, mine, own]);
  const tell = useCallback(
    (guideId: string, happening: GuideHappening): GuideEvent => {
      const event = { ...happening, id: uuidv7(), atMs: Math.round(now()) } as GuideEvent;
      setOwn((before) => new Map(before).set(guideId, [...(before.get(guideId) ?? []), event]));
      // The end goes with the batch.
      if (event.kind !== "logged") put(`/api/v1/guides/${guideId}/events`, { events: [event] });
      return event;
    },
    [now, put],
  );
  const folded = useMemo(
    () => known.map(({ guide, events }) => ({ guide, events, state: foldGuide(events, guide.steps) })),
    [known],
  );
  const guides = folded.map(({ guide, events, state }): GuideNow => {
    const clockS = clockOf(state, clock.atMs);
    return { guide, events, state: atTime(state, clockS, guide.steps), clockS };
  });
  /** Whether the house has the page's own guide among those that run; undefined until it has answered. */
  const isThere = data?.guides.some(({ id }) => id === initial[0]?.id);
  return { guides, tell, answered: data, onAnswer: setData, isThere };
}
