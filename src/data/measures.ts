import { and, asc, desc, eq, inArray, or } from "drizzle-orm";
import type { Aspect } from "#contract/aspects.ts";
import type { ReadingKind } from "#contract/measure.ts";
import type { CurvePoint, MatchedPair } from "#core/grind";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { turnBench } from "./house.ts";
import {
  brewers,
  coffees,
  grinderCurves,
  grinderPairs,
  grinders,
  iceSources,
  readings,
  vessels,
} from "./schema/index.ts";
import { changedBefore, sameContent } from "./sentTwice.ts";
import { type Transaction, transact } from "./transact.ts";

/** A reading with its figures by name, as whoever made it sent them. */
export type ReadingRow = { readonly id: string } & Readonly<Record<string, number | string | boolean>>;

export interface OwnedReadings {
  readonly ownerId: string;
  readonly kind: ReadingKind;
  readonly rows: readonly ReadingRow[];
}

/** Readings of some things, in the order in which they were made. */
export async function readReadings(db: Database, ownerIds: readonly string[]): Promise<OwnedReadings[]> {
  if (ownerIds.length === 0) return [];
  const all = await db
    .select()
    .from(readings)
    .where(inArray(readings.ownerId, [...ownerIds]))
    .orderBy(asc(readings.position));
  const lists = new Map<string, OwnedReadings & { readonly rows: ReadingRow[] }>();
  for (const { id, ownerId, kind, figures } of all) {
    const key = `${ownerId} ${kind}`;
    const list = lists.get(key) ?? { ownerId, kind, rows: [] };
    list.rows.push({ ...figures, id });
    lists.set(key, list);
  }
  return [...lists.values()];
}

/** `stale`: somebody else measured it since; with the figures and the revision that they left. */
export type MeasureFailure =
  | { readonly code: "notThere" }
  | {
      readonly code: "stale";
      readonly revision: number;
      readonly figures: Readonly<Record<string, number | null>>;
    };
/** `again`: the same was measured and kept already, and nothing is left to do. */
export type MeasureKept = Result<"kept" | "again", MeasureFailure>;

const MEASURED = {
  vessel: vessels,
  brewer: brewers,
  coffee: coffees,
  ice: iceSources,
  grinder: grinders,
} as const;

/** A measurement: its subject, the figures that it gives, and the aspects that it settles. */
export interface Measured {
  readonly subject: keyof typeof MEASURED;
  readonly id: string;
  /** The revision that the measuring began with. */
  readonly revision: number;
  /** The columns that it tells. */
  readonly figures: Readonly<Record<string, number | string>>;
  /** Aspects that are not typical any more. */
  readonly settles?: readonly Aspect[];
}

/**
 * One measurement of one thing: held from reading to writing, in the trail, and at once on every page.
 *
 * @param restIsKept whether what is kept beside the figures is there already: two who read different things off may come
 * to one figure
 */
export function keepMeasured(
  db: Database,
  measured: Measured,
  by: Act,
  restIsKept: (tx: Transaction) => Promise<boolean> = async () => true,
): Promise<MeasureKept> {
  const { subject, id, revision, figures, settles = [] } = measured;
  const table = MEASURED[subject] as unknown as typeof vessels;
  return transact(db, async (tx) => {
    const [old] = await tx.select().from(table).where(eq(table.id, id)).for("update");
    if (!old) return fail({ code: "notThere" });
    const before = Object.fromEntries(
      Object.keys(figures).map((name) => [name, (old as unknown as Record<string, number>)[name] ?? null]),
    );
    const storedRow = { ...before, revision: old.revision };
    const isAgain = changedBefore(storedRow, { began: revision, sent: figures }) && (await restIsKept(tx));
    if (isAgain) return ok("again");
    if (old.revision !== revision) return fail({ code: "stale", revision: old.revision, figures: before });
    const typical = old.typical?.filter((aspect) => !settles.includes(aspect));
    await tx
      .update(table)
      .set({ ...figures, measuredAt: by.at, revision: revision + 1, ...(typical && { typical }) })
      .where(eq(table.id, id));
    await record(tx, by, { action: "measured", subject, subjectId: id, before, after: figures });
    await turnBench(tx, "equipment");
    return ok("kept");
  });
}

/** Keeps all readings of a kind in the place of those before, and what was fitted through them. */
export function keepReadings(
  db: Database,
  measured: Measured,
  { kind, rows }: { readonly kind: ReadingKind; readonly rows: readonly ReadingRow[] },
  by: Act,
): Promise<MeasureKept> {
  const ownerId = measured.id;
  const areKept = async (tx: Transaction) => {
    const lists = await readReadings(tx, [ownerId]);
    return sameContent(lists.find((list) => list.kind === kind)?.rows ?? [], rows);
  };
  return transact(db, async (tx) => {
    const stored = await keepMeasured(tx, measured, by, areKept);
    if (!stored.ok || stored.value === "again") return stored;
    await tx.delete(readings).where(and(eq(readings.ownerId, ownerId), eq(readings.kind, kind)));
    await tx
      .insert(readings)
      .values(rows.map(({ id, ...figures }, position) => ({ id, kind, ownerId, figures, position })));
    return stored;
  });
}

export type GrinderCurve = typeof grinderCurves.$inferSelect;

/** Every version of some grinders' curves, the newest first. */
export async function readCurves(db: Database, grinderIds: readonly string[]): Promise<GrinderCurve[]> {
  if (grinderIds.length === 0) return [];
  return db
    .select()
    .from(grinderCurves)
    .where(inArray(grinderCurves.grinderId, [...grinderIds]))
    .orderBy(desc(grinderCurves.version));
}

interface NewCurve {
  readonly id: string;
  readonly why: GrinderCurve["why"];
  readonly points: readonly CurvePoint[];
}

/** Starts a new version of a grinder's curve; what was logged keeps the one that it was ground on. */
export function keepCurve(db: Database, measured: Measured, curve: NewCurve, by: Act): Promise<MeasureKept> {
  const grinderId = measured.id;
  const isKept = async (tx: Transaction) =>
    (await readCurves(tx, [grinderId])).some(
      ({ id, points }) => id === curve.id && sameContent(points, curve.points),
    );
  return transact(db, async (tx) => {
    const stored = await keepMeasured(tx, measured, by, isKept);
    if (!stored.ok || stored.value === "again") return stored;
    const [last] = await readCurves(tx, [grinderId]);
    const version = (last?.version ?? 0) + 1;
    await tx.insert(grinderCurves).values({ ...curve, grinderId, version, since: by.at });
    return stored;
  });
}

/** A grinder's pairs with another one, read from its side. */
export interface PairsWith {
  readonly otherId: string;
  readonly pairs: readonly (MatchedPair & { readonly id: string })[];
}

/** All pairs of a grinder, by the other one. */
export async function readPairs(db: Database, grinderId: string): Promise<PairsWith[]> {
  const rows = await db
    .select()
    .from(grinderPairs)
    .where(or(eq(grinderPairs.fromGrinderId, grinderId), eq(grinderPairs.toGrinderId, grinderId)))
    .orderBy(asc(grinderPairs.fromSetting));
  const lists = new Map<string, (MatchedPair & { readonly id: string })[]>();
  for (const { id, fromGrinderId, toGrinderId, fromSetting, toSetting } of rows) {
    const forward = fromGrinderId === grinderId;
    const otherId = forward ? toGrinderId : fromGrinderId;
    const pair = forward
      ? { id, from: fromSetting, to: toSetting }
      : { id, from: toSetting, to: fromSetting };
    lists.set(otherId, [...(lists.get(otherId) ?? []), pair]);
  }
  return [...lists].map(([otherId, pairs]) => ({ otherId, pairs }));
}

/** Keeps all pairs of two grinders in the place of those before. */
export function keepPairs(
  db: Database,
  measured: Measured,
  { otherId, pairs }: PairsWith,
  by: Act,
): Promise<MeasureKept> {
  const grinderId = measured.id;
  const areKept = async (tx: Transaction) => {
    const lists = await readPairs(tx, grinderId);
    const sorted = pairs.toSorted((a, b) => a.from - b.from);
    return sameContent(lists.find((list) => list.otherId === otherId)?.pairs ?? [], sorted);
  };
  return transact(db, async (tx) => {
    const stored = await keepMeasured(tx, measured, by, areKept);
    if (!stored.ok || stored.value === "again") return stored;
    const { fromGrinderId, toGrinderId } = grinderPairs;
    await tx
      .delete(grinderPairs)
      .where(
        or(
          and(eq(fromGrinderId, grinderId), eq(toGrinderId, otherId)),
          and(eq(fromGrinderId, otherId), eq(toGrinderId, grinderId)),
        ),
      );
    if (pairs.length > 0) {
      await tx.insert(grinderPairs).values(
        pairs.map(({ id, from, to }) => ({
          id,
          fromGrinderId: grinderId,
          toGrinderId: otherId,
          fromSetting: from,
          toSetting: to,
        })),
      );
    }
    return stored;
  });
}
