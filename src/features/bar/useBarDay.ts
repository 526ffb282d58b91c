import { useQuery } from "@tanstack/react-query";
import type { BarDay } from "#contract/barDay.ts";
import { askOrKept } from "#parts/askOrKept.ts";
import { useBar } from "#parts/bar/barContext.ts";
import { useCounter } from "#ui/counter.tsx";
import { queryClient } from "#ui/query.ts";

/** What changes with the hour is asked for so often, ms. */
const AGAIN_MS = 120_000;

/** What today's shift closes with; undefined until the house answers. Its way to be asked again at once stands beside it. */
export function useBarDay(): { readonly day: BarDay | undefined; readonly askAgain: () => void } {
  const bar = useBar();
  const { person } = useCounter();
  const siteId = bar?.view.siteId ?? "";
  const queryKey = ["bar day", siteId];
  const { data } = useQuery(
    {
      queryKey,
      queryFn: ({ signal }) =>
        askOrKept<BarDay>(
          { personId: person.id, name: `bar day ${siteId}` },
          { path: `/api/v1/bar/day?site=${siteId}`, signal },
        ),
      refetchInterval: AGAIN_MS,
      enabled: siteId !== "",
    },
    queryClient,
  );
  return { day: data, askAgain: () => void queryClient.invalidateQueries({ queryKey }) };
}
