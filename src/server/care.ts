import { differenceInMilliseconds, subMilliseconds } from "date-fns";
import { millisecondsInDay } from "date-fns/constants";
import type { z } from "zod";
import type { careMark } from "#contract/careMark.ts";
import type { Act } from "#data/audit.ts";
import { markDone, unmarkDone } from "#data/care.ts";
import { Refusal } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";

/** Marks a task of care as done: now, or at its own time. */
export async function doTask(
  done: { readonly id: string; readonly taskId: string; readonly at?: Date },
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

/** A device that was away for longer sends its marks as of so long ago. */
const MOST_AGO_MS = 31 * millisecondsInDay;

/** Keeps a device's mark of a task, as long before now as the mark was made before it was sent: the device's clock may be off. */
export function keepMark(
  { id, taskId, at, sentAt, isTakenBack }: z.output<typeof careMark>,
  by: Act & { readonly personId: string },
): Promise<void> {
  if (isTakenBack) return undoTask(id, by);
  const agoMs = Math.min(MOST_AGO_MS, Math.max(0, differenceInMilliseconds(sentAt, at)));
  return doTask({ id, taskId, at: subMilliseconds(now(), agoMs) }, by);
}

/** Takes one's own mark back. */
export function undoTask(id: string, { personId }: { readonly personId: string }): Promise<void> {
  return unmarkDone(database(), id, personId);
}
