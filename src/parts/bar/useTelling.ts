import { toast } from "sonner";
import { type Told, useBar } from "./barContext.ts";

/** Tells what happened, and says so with a way back. */
export function useTelling() {
  const bar = useBar();
  return async (sentence: string, told: readonly Told[]): Promise<void> => {
    const ids = await bar?.tell(told);
    if (!ids) return;
    toast.success(sentence, {
      action: {
        label: "Undo",
        onClick: () => void bar?.tell(ids.toReversed().map((eventId) => ({ kind: "undone", eventId }))),
      },
    });
  };
}
