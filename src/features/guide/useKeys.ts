import { useEffect } from "react";
import { isTyping } from "#ui/isTyping.ts";
import { useLatest } from "#ui/useLatest.ts";

/** What keys of a screen do, where nobody types; a focused button keeps its own space bar. */
export function useKeys(keys: Readonly<Record<string, () => unknown>>): void {
  const latest = useLatest(keys);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || isTyping(event.target)) return;
      const isOnButton =
        event.target instanceof HTMLElement && event.target.closest("button, a, summary, input") !== null;
      const act = event.key === " " && isOnButton ? undefined : latest()[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [latest]);
}
