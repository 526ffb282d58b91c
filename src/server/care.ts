import type { Act } from "#data/audit.ts";
import { markDone, unmarkDone } from "#data/care.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

/** Marks a task of care as done now. */
export async function doTask(
  done: { readonly id: string; readonly taskId: string },
  by: Act & { readonly personId: string },
): Promise<void> {
  const marked = await markDone(database(), done, by);
  if (!marked.ok && marked.failure.code === "notThere") {
    throw new Refusal("This task of care is not there any more.", { code: "notThere" });
  }
  if (!marked.ok) {
    throw new Refusal("Another task was marked under that id already: mark this one once more.", {
      code: "stale",
    });
  }
}

/** Takes one's own mark back. */
export function undoTask(id: string, { personId }: { readonly personId: string }): Promise<void> {
  return unmarkDone(database(), id, personId);
}
