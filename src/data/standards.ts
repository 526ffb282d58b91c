import { and, desc, eq, isNotNull, isNull } from "drizzle-orm";
import { dayIn } from "#contract/days.ts";
import type { TouchedPlace } from "#contract/job.ts";
import { type Place, samePlace } from "#contract/place.ts";
import type { Standard, StandardProof } from "#contract/standard.ts";
import { STEEP_RETENTION } from "#core/brew";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { turnBench } from "./house.ts";
import { batches, brewers, coffees, grinderCurves, people, sites, standards } from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import { lock, type Transaction } from "./transact.ts";

/**
 * Every approved batch in force, with its site; the newest first. One whose batch is out of the log is not.
 *
 * Sorted here, and curves looked up here: a join with a long text that is sorted by the database takes a table on its
 * disk, and MariaDB 10.11 has died of dropping one.
 */
export async function readStandards(db: Database): Promise<(Standard & { readonly siteId: string })[]> {
  const [rows, curves] = await Promise.all([
    db
      .select({ standard: standards, batch: batches, person: people.name, timeZone: sites.timeZone })
      .from(standards)
      .innerJoin(batches, eq(batches.id, standards.batchId))
      .innerJoin(people, eq(people.id, standards.approvedBy))
      .innerJoin(sites, eq(sites.id, standards.siteId))
      .where(and(isNull(standards.retiredAt), eq(batches.removed, false), isNotNull(batches.dialSetting))),
    db.select().from(grinderCurves),
  ]);
  return rows
    .toSorted(({ standard: a }, { standard: b }) => newestFirst(a, b))
    .map(({ standard, batch, person, timeZone }) => ({
      siteId: standard.siteId,
      ...standardOf(
        {
          id: standard.id,
          place: standard,
          approvedAt: standard.at,
          approvedBy: person,
          proof: proofOf(standard),
        },
        batch,
        curves.find((each) => each.grinderId === batch.grinderId && each.version === batch.curveVersion),
        timeZone,
      ),
    }));
}

interface Approval {
  readonly id: string;
  readonly place: Place;
  readonly approvedAt: Date;
  readonly approvedBy: string;
  readonly proof?: StandardProof | null;
}

function proofOf({
  trialId,
  provedSetting,
  provedSd,
  brewedOnce,
}: typeof standards.$inferSelect): StandardProof | null {
  if (trialId === null || provedSetting === null || provedSd === null) return null;
  return { trialId, setting: provedSetting, sdUnits: provedSd, brewedOnce };
}

/** An approved batch as the screens read it, or one as it would be if it were approved; it says its grinder and setting. */
export function standardOf(
  { id, place: { coffeeId, brewerId, serve, method, sizeG }, approvedAt, approvedBy, proof = null }: Approval,
  batch: BatchLine,
  curve: Pick<typeof grinderCurves.$inferSelect, "version" | "points"> | undefined,
  timeZone: string,
): Standard {
  return {
    id,
    batchId: batch.id,
    coffeeId,
    brewerId,
    serve,
    method,
    sizeG,
    approvedAt: approvedAt.toISOString(),
    brewedOn: dayIn(timeZone, batch.at),
    approvedBy,
    grinderId: batch.grinderId!,
    dialSetting: batch.dialSetting!,
    doseG: batch.doseG,
    waterG: batch.waterG,
    iceG: batch.iceG,
    yieldG: batch.yieldG,
    brewTimeS: batch.brewTimeS,
    strengthPct: batch.strengthPct,
    densityGPerMl: batch.densityGPerMl,
    roastedOn: batch.roastedOn,
    proof,
    curve: curve ? { version: curve.version, points: curve.points } : null,
  };
}

type BatchLine = typeof batches.$inferSelect;

function newestFirst(a: typeof standards.$inferSelect, b: typeof standards.$inferSelect): number {
  return b.at.getTime() - a.at.getTime() || (a.id < b.id ? 1 : -1);
}

/** The place that a batch would be the standard of; undefined where it does not say enough of itself. */
export function placeOf(
  { coffeeId, brewerId, grinderId, dialSetting, waterG, iceG, doseG, method }: BatchLine,
  bed: { readonly retentionGPerG: number },
): Place | undefined {
  if (coffeeId === null || grinderId === null || dialSetting === null) return undefined;
  const retentionGPerG = method === "steep" ? STEEP_RETENTION.drained : bed.retentionGPerG;
  const sizeG = waterG + iceG - retentionGPerG * doseG;
  return { coffeeId, brewerId, serve: method === null ? "hot" : "iced", method, sizeG };
}

/** A batch with its brewer's bed, whether it is a standard, and every standard that it was. */
export async function findApprovable(db: Database, batchId: string) {
  const [row] = await db
    .select({ batch: batches, retentionGPerG: brewers.retentionGPerG })
    .from(batches)
    .innerJoin(brewers, eq(brewers.id, batches.brewerId))
    .where(eq(batches.id, batchId));
  if (!row) return undefined;
  const approvals = await db
    .select({ standard: standards, person: people.name })
    .from(standards)
    .innerJoin(people, eq(people.id, standards.approvedBy))
    .where(eq(standards.batchId, batchId))
    .orderBy(desc(standards.at), desc(standards.id));
  return { batch: row.batch, place: placeOf(row.batch, row), approvals };
}

export type ApproveFailure =
  | { readonly code: "notThere" }
  | { readonly code: "stale" }
  /** The batch does not say its coffee, its grinder or its setting. */
  | { readonly code: "saysTooLittle" };

/**
 * Makes a batch the standard of its place and retires the one before, both in the trail; part of the transaction in
 * which the cards follow. The same id again changes nothing, and neither does a batch that somebody else has approved
 * meanwhile.
 *
 * @returns whether the batch is in force now; an approval that is sent again may have ended since
 */
export async function approveBatch(
  tx: Transaction,
  { id, batchId, revision }: { readonly id: string; readonly batchId: string; readonly revision: number },
  by: Act & { readonly personId: string },
  proof: StandardProof | undefined,
): Promise<Result<{ readonly inForce: boolean }, ApproveFailure>> {
  // One after the other: of two leads who approve for one place at once, the later one's stands.
  await lock(tx, "standards");
  const found = await findApprovable(tx, batchId);
  if (!found || found.batch.removed) return fail({ code: "notThere" });
  const { batch, place, approvals } = found;
  if (!place) return fail({ code: "saysTooLittle" });
  const [sent] = await tx.select().from(standards).where(eq(standards.id, id));
  const before = sentBefore(sent, { batchId });
  if (before === "again") return ok({ inForce: sent?.retiredAt === null });
  if (before === "other" || batch.revision !== revision) return fail({ code: "stale" });
  if (approvals.some(({ standard }) => standard.retiredAt === null)) return ok({ inForce: true });
  await retireOthers(tx, place, id, by);
  const { personId: approvedBy, at } = by;
  await tx.insert(standards).values({
    id,
    siteId: batch.siteId,
    batchId,
    ...place,
    approvedBy,
    at,
    ...(proof && {
      trialId: proof.trialId,
      provedSetting: proof.setting,
      provedSd: proof.sdUnits,
      brewedOnce: proof.brewedOnce,
    }),
  });
  const { dialSetting, doseG, waterG, iceG } = batch;
  await record(tx, by, {
    action: "approved",
    subject: "batch",
    subjectId: batchId,
    after: { ...(await named(tx, place)), doseG, waterG, iceG, dialSetting },
  });
  await turnBench(tx, "learned");
  return ok({ inForce: true });
}

/** A place as the trail names it. */
async function named(tx: Transaction, { coffeeId, brewerId, serve, sizeG }: Place) {
  const [[coffee], [brewer]] = await Promise.all([
    tx.select({ name: coffees.name }).from(coffees).where(eq(coffees.id, coffeeId)),
    tx.select({ name: brewers.name }).from(brewers).where(eq(brewers.id, brewerId)),
  ]);
  return { name: `${coffee?.name}, ${serve}, ${Math.round(sizeG)} g on ${brewer?.name}` };
}

/** Retires what is in force at a place that a standard takes, by that standard's id. */
async function retireOthers(tx: Transaction, place: Place, takenBy: string, by: Act): Promise<void> {
  const inForce = await tx
    .select()
    .from(standards)
    .where(and(eq(standards.brewerId, place.brewerId), isNull(standards.retiredAt)));
  for (const old of inForce) {
    if (old.id !== takenBy && samePlace(old, place)) await retire(tx, old, by, takenBy);
  }
}

/** Takes a standard out of force, and says so in the trail. @param replacedBy the standard that takes its place */
async function retire(
  tx: Transaction,
  old: typeof standards.$inferSelect,
  by: Act,
  replacedBy: string | null = null,
): Promise<void> {
  await tx.update(standards).set({ retiredAt: by.at, replacedBy }).where(eq(standards.id, old.id));
  await record(tx, by, {
    action: "ended",
    subject: "batch",
    subjectId: old.batchId,
    before: await named(tx, old),
  });
}

/**
 * Makes a batch a standard no more; what its approval retired is in force again. Both in the trail; part of the
 * transaction in which the cards follow.
 *
 * @returns what that touches; undefined where it is no standard
 */
export async function withdrawStandard(
  tx: Transaction,
  batchId: string,
  by: Act,
): Promise<readonly TouchedPlace[] | undefined> {
  await lock(tx, "standards");
  const found = await findApprovable(tx, batchId);
  const own = found?.approvals.find(({ standard }) => standard.retiredAt === null)?.standard;
  if (!found || !own) return undefined;
  await retire(tx, own, by);
  const replaced = await tx
    .select({ standard: standards, grinderId: batches.grinderId })
    .from(standards)
    .innerJoin(batches, eq(batches.id, standards.batchId))
    .where(eq(standards.replacedBy, own.id));
  const before = replaced.toSorted((a, b) => newestFirst(a.standard, b.standard))[0];
  if (before) {
    const { standard } = before;
    await tx
      .update(standards)
      .set({ retiredAt: null, replacedBy: null })
      .where(eq(standards.id, standard.id));
    await record(tx, by, {
      action: "restored",
      subject: "batch",
      subjectId: standard.batchId,
      after: await named(tx, standard),
    });
  }
  await turnBench(tx, "learned");
  return [
    ...touchedAt(own, found.batch.grinderId),
    ...(before ? touchedAt(before.standard, before.grinderId) : []),
  ];
}

function touchedAt(
  { siteId, coffeeId, brewerId }: typeof standards.$inferSelect,
  grinderId: string | null,
): readonly TouchedPlace[] {
  return grinderId === null ? [] : [{ siteId, coffeeId, brewerId, grinderId }];
}

/**
 * After a batch was corrected, taken out or put back: its standard moves to where it now belongs, or is retired where
 * it no longer says enough. Part of that transaction.
 *
 * @param was the batch before
 * @returns what that touches, where the batch is, or was, a standard in force
 */
export async function settleStandard(
  tx: Transaction,
  was: Pick<BatchLine, "id" | "grinderId">,
  by: Act,
): Promise<readonly TouchedPlace[] | undefined> {
  const found = await findApprovable(tx, was.id);
  const old = found?.approvals.find(({ standard }) => standard.retiredAt === null)?.standard;
  if (!found || !old) return undefined;
  const { batch, place } = found;
  const now = place && { ...old, ...place, siteId: batch.siteId };
  if (!place) {
    await retire(tx, old, by);
  } else {
    if (!batch.removed) await retireOthers(tx, place, old.id, by);
    await tx
      .update(standards)
      .set({ ...place, siteId: batch.siteId })
      .where(eq(standards.id, old.id));
  }
  await turnBench(tx, "learned");
  return [...touchedAt(old, was.grinderId), ...(now ? touchedAt(now, batch.grinderId) : [])];
}
