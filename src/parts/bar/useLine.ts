import { useEffect, useRef, useState } from "react";
import type { EventKind } from "#contract/event.ts";
import type { BarView } from "#contract/potView.ts";
import { queryClient } from "#ui/query.ts";

/** A line that the house closed is opened again after so long, ms; one that broke is by the browser itself. */
const AGAIN_MS = 3000;

/** What happened at a site may make its plan another one. */
const OF_THE_PLAN: readonly EventKind[] = [
  "planChanged",
  "listChanged",
  "cardKept",
  "cardRemade",
  "standardMade",
  "standardEnded",
];

interface Told {
  readonly view: BarView;
  readonly kinds: readonly EventKind[];
}

/**
 * An open line to the house while the page is looked at: the bar as it stands comes over it whenever something happened, and is kept
 * where questions about it are answered from.
 *
 * @returns whether it is up
 */
export function useLine(siteId: string, onHeard: (houseMs: number) => void): boolean {
  const [isUp, setUp] = useState(false);
  const heard = useRef(onHeard);
  heard.current = onHeard;
  useEffect(() => {
    let line: EventSource | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const close = () => {
      clearTimeout(again);
      line?.close();
      line = undefined;
      setUp(false);
    };
    const open = () => {
      close();
      const own = new EventSource(`/api/v1/bar/stream?site=${siteId}`);
      line = own;
      own.addEventListener("bar", ({ data }) => {
        const { view, kinds }: Told = JSON.parse(data);
        setUp(true);
        heard.current(view.nowMs);
        queryClient.setQueryData(["bar", siteId], view);
        if (kinds.some((kind) => OF_THE_PLAN.includes(kind)))
          void queryClient.invalidateQueries({ queryKey: ["plan", siteId] });
      });
      own.addEventListener("beat", ({ data }) => heard.current(JSON.parse(data).nowMs));
      own.addEventListener("error", () => {
        setUp(false);
        if (own.readyState === EventSource.CLOSED && line === own) again = setTimeout(open, AGAIN_MS);
      });
    };
    // A window that nobody looks at holds no line: a browser has few of them.
    const look = () => (document.visibilityState === "visible" ? open() : close());
    look();
    document.addEventListener("visibilitychange", look);
    return () => {
      document.removeEventListener("visibilitychange", look);
      close();
    };
  }, [siteId]);
  return isUp;
}
