"use client";

import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { keepAnswer, keptAnswer } from "#offline/answers.ts";
import { keptSinceMs } from "#offline/drawn.ts";
import { useCounter } from "#ui/counter.tsx";
import { askServer, queryClient } from "#ui/query.ts";
import type { RunningGuides } from "./useGuides.ts";

const ASKED_EVERY_MS = 3000;

interface FollowingProps {
  readonly siteId: string;
  /** The page's own guide: an older answer may not know it. */
  readonly guideId: string;
  readonly onAnswer: (answer: RunningGuides) => void;
}

/** Asks the house every few seconds what happened in the guides of a site. */
export default function Following({ siteId, guideId, onAnswer }: FollowingProps) {
  const { data } = useQuery(
    {
      queryKey: ["guides", siteId, guideId],
      queryFn: ({ signal }) =>
        askServer<RunningGuides>(`/api/v1/guides?site=${siteId}&with=${guideId}`, signal),
      refetchInterval: ASKED_EVERY_MS,
    },
    queryClient,
  );
  const personId = useCounter().person.id;
  const name = `guides ${siteId} ${guideId}`;
  useEffect(() => {
    if (!data) return;
    onAnswer(data);
    void keepAnswer({ personId, name }, { ...data, heardMs: Date.now() });
  }, [data, onAnswer, personId, name]);
  useEffect(() => {
    if (keptSinceMs() === undefined) return;
    void keptAnswer<RunningGuides & { readonly heardMs: number }>({ personId, name }).then((last) => {
      if (!last) return;
      const agoMs = Date.now() - last.heardMs;
      onAnswer({ ...last, machineMs: last.machineMs + agoMs, nowMs: last.nowMs + agoMs });
    });
  }, [onAnswer, personId, name]);
  return null;
}
