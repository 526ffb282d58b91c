import { useEffect, useState } from "react";
import type { BrewInput } from "#core/brew";

/** A brew's planned drip, worked out beside the page; undefined until then, and where nobody knows. */
export function usePlannedDrip(brew: BrewInput | null): ((clockS: number) => number) | undefined {
  const [drip, setDrip] = useState<{ readonly at: ((clockS: number) => number) | undefined }>();
  useEffect(() => {
    if (!brew) return;
    let isMounted = true;
    void import("./plannedDrip.ts").then(({ plannedDrip }) => {
      if (isMounted) setDrip({ at: plannedDrip(brew) });
    });
    return () => {
      isMounted = false;
    };
  }, [brew]);
  return drip?.at;
}
