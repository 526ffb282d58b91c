import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import { keptSinceMs } from "#offline/drawn.ts";
import { useBar } from "./barContext.ts";

/**
 * Reads the page again when the house knows of something newer at its bar than the page does.
 *
 * @param shown the number of the bar's last event that is in the page
 */
export function useFollowed(shown: number): void {
  const router = useRouter();
  const n = useBar()?.view.n ?? shown;
  const wanted = useRef(shown);
  useEffect(() => {
    // A page that the device kept has nobody to ask.
    if (n <= Math.max(shown, wanted.current) || keptSinceMs() !== undefined) return;
    wanted.current = n;
    router.refresh();
  }, [n, shown, router]);
}
