import { and, eq, sql } from "drizzle-orm";
import type { DayChanges, SitePlan } from "#contract/dayPlanKinds.ts";
import { fail, ok, type Result } from "#core/result";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { happened } from "./events.ts";
import { dayPlans, people, sitePlans } from "./schema/index.ts";
import { sameContent } from "./sentTwice.ts";
import type { ShiftDay } from "./shifts.ts";
import { type Transaction, transact } from "./transact.ts";

/** Something of a plan as somebody left it; at revision 0 nobody has said anything yet. */
export interface Planned<T> {
  readonly value: T | undefined;
  readonly revision: number;
  readonly changedBy: string | null;
}

const NOBODY = { value: undefined, revision: 0, changedBy: null };

export async function readSitePlan(db: Database, siteId: string): Promise<Planned<SitePlan>> {
  const [row] = await db
    .select({ value: sitePlans.plan, revision: sitePlans.revision, changedBy: people.name })
    .from(sitePlans)
    .innerJoin(people, eq(people.id, sitePlans.changedBy))
    .where(eq(sitePlans.siteId, siteId));
  return row ?? NOBODY;
}

export async function readDayPlan(db: Database, { siteId, day }: ShiftDay): Promise<Planned<DayChanges>> {
  const [row] = await db
    .select({ value: dayPlans.changes, revision: dayPlans.revision, changedBy: people.name })
    .from(dayPlans)
    .innerJoin(people, eq(people.id, dayPlans.changedBy))
    .where(and(eq(dayPlans.siteId, siteId), eq(dayPlans.day, day)));
  return row ?? NOBODY;
}

/** A plan that somebody else changed meanwhile, as it is now. */
export interface PlanStale<T> {
  readonly code: "stale";
  readonly theirs: Planned<T>;
}

interface Change<T> {
  readonly value: T;
  readonly began: number;
}

/** Keeps how a site plans its days. @returns the new revision */
export function keepSitePlan(
  db: Database,
  siteId: string,
  change: Change<SitePlan>,
  by: Act & { readonly personId: string },
): Promise<Result<number, PlanStale<SitePlan>>> {
  return transact(db, async (tx) => {
    const row = { siteId, plan: change.value, changedBy: by.personId, changedAt: by.at };
    await tx
      .insert(sitePlans)
      .values({ ...row, revision: 0 })
      .onDuplicateKeyUpdate({ set: { revision: sql`revision` } });
    await tx.select().from(sitePlans).where(eq(sitePlans.siteId, siteId)).for("update");
    return settled(await readSitePlan(tx, siteId), change, async (revision) => {
      await tx
        .update(sitePlans)
        .set({ ...row, revision })
        .where(eq(sitePlans.siteId, siteId));
      changed(tx, { siteId, day: null }, revision, by);
    });
  });
}

/** Keeps what is known of a day, and what was decided for it. @returns the new revision */
export function keepDayPlan(
  db: Database,
  at: ShiftDay,
  change: Change<DayChanges>,
  by: Act & { readonly personId: string },
): Promise<Result<number, PlanStale<DayChanges>>> {
  return transact(db, async (tx) => {
    const row = { ...at, changes: change.value, changedBy: by.personId, changedAt: by.at };
    const ofDay = and(eq(dayPlans.siteId, at.siteId), eq(dayPlans.day, at.day));
    await tx
      .insert(dayPlans)
      .values({ ...row, revision: 0 })
      .onDuplicateKeyUpdate({ set: { revision: sql`revision` } });
    await tx.select().from(dayPlans).where(ofDay).for("update");
    return settled(await readDayPlan(tx, at), change, async (revision) => {
      await tx
        .update(dayPlans)
        .set({ ...row, revision })
        .where(ofDay);
      changed(tx, at, revision, by);
    });
  });
}

/** Keeps a change that began with the plan as it is; the same change sent twice is one. */
async function settled<T extends object>(
  now: Planned<T>,
  { value, began }: Change<T>,
  keep: (revision: number) => Promise<void>,
): Promise<Result<number, PlanStale<T>>> {
  const { revision } = now;
  if (revision > 0 && sameContent(now.value, value)) return ok(revision);
  if (revision !== began) return fail({ code: "stale", theirs: now });
  await keep(revision + 1);
  return ok(revision + 1);
}

function changed(
  tx: Transaction,
  { siteId, day }: { readonly siteId: string; readonly day: string | null },
  revision: number,
  by: Act & { readonly personId: string },
): void {
  happened(tx, { siteId, kind: "planChanged", details: { day, revision } }, by);
}
