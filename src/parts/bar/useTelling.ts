import { toast } from "#ui/notice.ts";
import { type Happening, useBar } from "./barContext.ts";

/** One notice for the bar: what happened last, and the way back from it. */
const NOTICE = "bar";

/** Tells what happened, and says so with a way back. */
export function useTelling() {
  const bar = useBar();
  return (sentence: string, happenings: readonly Happening[], undo = "Undo"): void => {
    const ids = bar?.tell(happenings);
    if (!ids) return;
    toast.success(sentence, {
      id: NOTICE,
      action: {
        label: undo,
        onClick: () => bar?.tell(ids.toReversed().map((eventId) => ({ kind: "undone", eventId }))),
      },
    });
  };
}
