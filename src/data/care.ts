import { differenceInCalendarDays } from "date-fns";
import { and, asc, eq, max, sql } from "drizzle-orm";
import { type CareDue, careDue } from "#core/measure";
import { fail, ok, type Result } from "#core/result";
import type { Act } from "./audit.ts";
import { readWork } from "./batches.ts";
import type { Database } from "./connection.ts";
import { careDone, careTasks, people } from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import { transact } from "./transact.ts";

export interface CareLine {
  readonly id: string;
  readonly name: string;
  readonly kind: typeof careTasks.$inferSelect.kind;
  readonly note: string;
  readonly due: CareDue;
  readonly lastDone: Date | null;
  readonly doneBy: string | null;
}

/** A site's tasks with how far each is along, the most due first. */
export async function readCare(db: Database, siteId: string, today: Date): Promise<CareLine[]> {
  const tasks = await db
    .select()
    .from(careTasks)
    .where(and(eq(careTasks.siteId, siteId), eq(careTasks.removed, false)))
    .orderBy(asc(careTasks.position));
  const last = await db
    .select({ taskId: careDone.taskId, at: max(careDone.at) })
    .from(careDone)
    .groupBy(careDone.taskId);
  const lines = await Promise.all(
    tasks.map(async ({ id, name, kind, note, since, brewerId, grinderId, everyDays, everyL, everyKg }) => {
      const lastDone = last.find(({ taskId }) => taskId === id)?.at ?? null;
      const from = lastDone ?? since;
      const work = await readWork(db, {
        brewerId: everyL === null ? null : brewerId,
        grinderId: everyKg === null ? null : grinderId,
        since: from,
      });
      const every = { days: everyDays ?? undefined, litres: everyL ?? undefined, kg: everyKg ?? undefined };
      const due = careDue(every, { days: differenceInCalendarDays(today, from), ...work });
      return { id, name, kind, note, due, lastDone, doneBy: await whoDid(db, id) };
    }),
  );
  return lines.toSorted((a, b) => b.due.share - a.due.share);
}

async function whoDid(db: Database, taskId: string): Promise<string | null> {
  const [row] = await db
    .select({ name: people.name })
    .from(careDone)
    .innerJoin(people, eq(people.id, careDone.personId))
    .where(eq(careDone.taskId, taskId))
    .orderBy(sql`${careDone.at} DESC`)
    .limit(1);
  return row?.name ?? null;
}

/** Marks a task as done, now or at its own time; sent twice, it is one. */
export function markDone(
  db: Database,
  done: { readonly id: string; readonly taskId: string; readonly at?: Date },
  by: Act & { readonly personId: string },
): Promise<Result<undefined, { readonly code: "stale" | "notThere" }>> {
  const { id, taskId, at = by.at } = done;
  const { personId } = by;
  return transact(db, async (tx) => {
    const [task] = await tx.select({ id: careTasks.id }).from(careTasks).where(eq(careTasks.id, taskId));
    if (!task) return fail({ code: "notThere" });
    const [known] = await tx.select().from(careDone).where(eq(careDone.id, id));
    const before = sentBefore(known, { taskId, personId });
    if (before === "other") return fail({ code: "stale" });
    if (before === "new") await tx.insert(careDone).values({ id, taskId, personId, at });
    return ok(undefined);
  });
}

/** Takes one's own mark back. */
export async function unmarkDone(db: Database, id: string, personId: string): Promise<void> {
  await db.delete(careDone).where(and(eq(careDone.id, id), eq(careDone.personId, personId)));
}
