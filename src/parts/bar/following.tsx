"use client";

import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import type { BarView } from "#contract/potView.ts";
import { askServer, queryClient } from "#ui/query.ts";

const ASKED_EVERY_MS = 5000;

interface FollowingProps {
  readonly siteId: string;
  /** Asks at once after something was told. */
  readonly tellings: number;
  readonly onView: (view: BarView) => void;
}

/** Asks the house every few seconds what stands at the bar, while the page is looked at. */
export default function Following({ siteId, tellings, onView }: FollowingProps) {
  const { data, refetch } = useQuery(
    {
      queryKey: ["bar", siteId],
      queryFn: ({ signal }) => askServer<BarView>(`/api/v1/bar?site=${siteId}`, signal),
      refetchInterval: ASKED_EVERY_MS,
    },
    queryClient,
  );
  useEffect(() => {
    if (data) onView(data);
  }, [data, onView]);
  useEffect(() => {
    if (tellings > 0) void refetch();
  }, [tellings, refetch]);
  return null;
}
