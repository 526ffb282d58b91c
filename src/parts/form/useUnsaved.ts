import { useEffect } from "react";

const QUESTION =
  "What you typed here is not saved. Leave all the same? It is kept on this device as a draft.";

/** Asks before somebody leaves a form with changes that are not saved: by a link, or by closing the window. */
export function useUnsaved(isDirty: boolean): void {
  useEffect(() => {
    if (!isDirty) return;
    const onUnload = (event: BeforeUnloadEvent) => event.preventDefault();
    const onClick = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest("a[href]") : null;
      if (!(link instanceof HTMLAnchorElement) || link.hasAttribute("download") || link.target === "_blank")
        return;
      if (event.metaKey || event.ctrlKey || link.pathname === window.location.pathname) return;
      if (window.confirm(QUESTION)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    addEventListener("beforeunload", onUnload);
    document.addEventListener("click", onClick, true);
    return () => {
      removeEventListener("beforeunload", onUnload);
      document.removeEventListener("click", onClick, true);
    };
  }, [isDirty]);
}
