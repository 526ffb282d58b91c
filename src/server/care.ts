import type { Act } from "#data/audit.ts";
import { markDone, unmarkDone } from "#data/care.ts";
import { database } from "./database.ts";

/** Marks a task of care as done now. */
export function doTask(
  done: { readonly id: string; readonly taskId: string },
  by: Act & { readonly personId: string },
): Promise<void> {
  return markDone(database(), done, by);
}

/** Takes one's own mark back. */
export function undoTask(id: string, { personId }: { readonly personId: string }): Promise<void> {
  return unmarkDone(database(), id, personId);
}
