import { useRouter } from "next/navigation";
import { useContext, useEffect, useRef } from "react";
import { HeardContext } from "#parts/bar/barContext.ts";

const AGAIN_MS = 300_000;
/** A house that was heard of so lately answers. */
const LATELY_MS = 30_000;

/** Reads today's plan again every few minutes: it begins at this moment. Without the house the page stays as it is. */
export function useReadAgain(isToday: boolean): void {
  const router = useRouter();
  const heardMs = useContext(HeardContext);
  const heard = useRef(heardMs);
  heard.current = heardMs;
  useEffect(() => {
    if (!isToday) return;
    const look = () => {
      if (heard.current !== undefined && Date.now() - heard.current < LATELY_MS) router.refresh();
    };
    const again = setInterval(look, AGAIN_MS);
    return () => clearInterval(again);
  }, [isToday, router]);
}
