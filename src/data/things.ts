import { and, asc, eq, max, ne, type SQL } from "drizzle-orm";
import type { Aspect } from "#contract/aspects.ts";
import { type AnyFigures, type Figures, fieldsOf, type ThingKind } from "#contract/fields.ts";
import type { KeptThing, RemovedThing } from "#contract/things.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { turnBench } from "./house.ts";
import * as schema from "./schema/index.ts";
import { changedBefore, sentBefore } from "./sentTwice.ts";
import { type Transaction, transact } from "./transact.ts";

const TABLES = {
  site: schema.sites,
  vessel: schema.vessels,
  brewer: schema.brewers,
  filter: schema.filters,
  grinder: schema.grinders,
  coffee: schema.coffees,
  water: schema.waters,
  ice: schema.iceSources,
  cup: schema.cups,
  scale: schema.scales,
  care: schema.careTasks,
} as const;

/** Columns that every one of the tables has; the rest is read by the names of the kind's fields. */
export type AnyRow = Readonly<Record<string, unknown>> & {
  readonly id: string;
  readonly name: string;
  readonly removed: boolean;
  readonly measuredAt: Date | null;
  readonly revision: number;
  readonly typical?: readonly Aspect[] | null;
  /** Of kinds that each site has its own of. */
  readonly siteId?: string;
};

/** Tables of one shape, so that one query serves all kinds. */
const tableOf = (kind: ThingKind) => TABLES[kind] as unknown as typeof schema.vessels;
/** Whether each site has its own of a kind; the others are the house's. */
const isOfSite = (kind: ThingKind) => "siteId" in TABLES[kind];

/** A thing of the bench, with figures in the order of its kind's fields. */
export interface Thing<Kind extends ThingKind = ThingKind> {
  readonly id: string;
  readonly removed: boolean;
  readonly measuredAt: Date | null;
  readonly revision: number;
  readonly typical: readonly Aspect[];
  readonly figures: Figures<Kind>;
  /** Figures that are only measured, never typed: what a line or a curve came to. */
  readonly besides: Readonly<Record<string, number | null>>;
}

/** Things of a kind in their order: a site's, or the house's; those that were taken off the bench last. */
export async function readThings<Kind extends ThingKind>(
  db: Database,
  kind: Kind,
  siteId: string,
): Promise<Thing<Kind>[]> {
  const table = tableOf(kind);
  const rows = await db
    .select()
    .from(table)
    .where(isOfSite(kind) ? eq(table.siteId, siteId) : undefined)
    .orderBy(asc(table.removed), asc(table.position));
  return (rows as unknown as AnyRow[]).map((row) => thingOf(kind, row));
}

const MEASURED_ONLY: { readonly [kind in ThingKind]?: readonly string[] } = {
  vessel: ["emptyG", "coolingPerS"],
  brewer: ["slope", "interceptG"],
};

function thingOf<Kind extends ThingKind>(kind: Kind, row: AnyRow): Thing<Kind> {
  const { id, removed, measuredAt, revision, typical } = row;
  const figures = figuresOf(kind, row) as Figures<Kind>;
  const besides = Object.fromEntries(
    (MEASURED_ONLY[kind] ?? []).map((name) => [name, (row[name] ?? null) as number | null]),
  );
  return { id, removed, measuredAt, revision, typical: typical ?? [], figures, besides };
}

/** A row's figures by the names of its kind's fields; a basket is one column, and its measures are fields. */
export function figuresOf(kind: ThingKind, row: AnyRow): AnyFigures {
  const flat = kind === "brewer" ? { ...row, ...(row.basket as object) } : row;
  return Object.fromEntries(
    fieldsOf(kind).map(([name]) => [name, ((flat as AnyRow)[name] ?? null) as AnyFigures[string]]),
  );
}

/** Figures as columns, the other way round. */
function columnsOf(kind: ThingKind, figures: AnyFigures): Record<string, unknown> {
  const texts = Object.fromEntries(
    fieldsOf(kind).flatMap(([name, { type }]) =>
      (type === "text" || type === "note") && figures[name] === null ? [[name, ""]] : [],
    ),
  );
  if (kind !== "brewer") return { ...figures, ...texts };
  const { shape, topDiameterMm, bottomDiameterMm, heightMm, ...others } = figures;
  return { ...others, basket: { shape, topDiameterMm, bottomDiameterMm, heightMm } };
}

/** `stale`: somebody else changed it since, with how they left it. */
export type ThingFailure =
  | { readonly code: "notThere" }
  | { readonly code: "nameTaken" }
  /** All that there is stands on it. */
  | { readonly code: "lastSite" }
  | { readonly code: "stale"; readonly revision: number; readonly figures: AnyFigures };

/** Properties of a changed thing besides its figures. */
interface Besides {
  /** Aspects that are typical of it from now on. */
  readonly typical: readonly Aspect[];
}

/** Puts a thing on the bench, or changes one: in the trail, and at once on every page. */
export function keepThing(
  db: Database,
  {
    kind,
    id,
    revision,
    figures,
  }: Pick<KeptThing, "id" | "revision" | "figures"> & { readonly kind: ThingKind },
  { siteId, typical }: Besides & { readonly siteId: string },
  by: Act,
): Promise<Result<undefined, ThingFailure>> {
  const table = tableOf(kind);
  return transact(db, async (tx) => {
    const ofSite = isOfSite(kind) ? eq(table.siteId, siteId) : undefined;
    const [old] = (await tx
      .select()
      .from(table)
      .where(eq(table.id, id))
      .for("update")) as unknown as AnyRow[];
    if (!old && revision > 0) return fail({ code: "notThere" });
    if (old && old.revision !== revision) {
      const storedFigures = figuresOf(kind, old);
      const sent = asKept(kind, figures);
      const isAgain =
        revision === 0
          ? sentBefore(storedFigures, sent) === "again"
          : changedBefore({ ...storedFigures, revision: old.revision }, { began: revision, sent });
      return isAgain
        ? ok(undefined)
        : fail({ code: "stale", revision: old.revision, figures: storedFigures });
    }
    if (await isNameTaken(tx, table, and(ofSite, ne(table.id, id)), String(figures.name)))
      return fail({ code: "nameTaken" });
    const hasTypical = "typical" in TABLES[kind];
    const columns = { ...columnsOf(kind, figures), ...(hasTypical && { typical }) };
    if (old) {
      await tx
        .update(table)
        .set({ ...columns, revision: revision + 1 })
        .where(eq(table.id, id));
    } else {
      const [{ last } = { last: null }] = await tx
        .select({ last: max(table.position) })
        .from(table)
        .where(ofSite);
      const own = { id, position: (last ?? -1) + 1, ...(isOfSite(kind) && { siteId }) };
      await tx.insert(table).values({
        ...columns,
        ...own,
        ...(kind === "care" && { since: by.at }),
        // A new brewer delivers its setting, until a blank run says otherwise.
        ...(kind === "brewer" && { slope: 1, interceptG: 0 }),
      } as unknown as typeof table.$inferInsert);
    }
    const { before, after } = changes(old && figuresOf(kind, old), figures);
    await record(tx, by, {
      action: old ? "changed" : "added",
      subject: kind,
      subjectId: id,
      ...(before && { before }),
      after,
    });
    await turnBench(tx, "equipment");
    return ok(undefined);
  });
}

/** Figures as a row gives them back: a text that was left out is an empty one. */
function asKept(kind: ThingKind, figures: AnyFigures): AnyFigures {
  return figuresOf(kind, columnsOf(kind, figures) as AnyRow);
}

/** Only what differs goes into the trail. */
function changes(before: AnyFigures | undefined, after: AnyFigures) {
  if (!before) return { after };
  const names = Object.keys(after).filter((name) => before[name] !== after[name]);
  const only = (figures: AnyFigures) =>
    Object.fromEntries(names.map((name) => [name, figures[name] ?? null]));
  return { before: only(before), after: only(after) };
}

/** Takes a thing off the bench, or puts it back; what was made with it still names it. */
export function setRemoved(
  db: Database,
  { kind, id, revision, removed }: RemovedThing,
  by: Act,
): Promise<Result<undefined, ThingFailure>> {
  const table = tableOf(kind);
  return transact(db, async (tx) => {
    const [old] = (await tx
      .select()
      .from(table)
      .where(eq(table.id, id))
      .for("update")) as unknown as AnyRow[];
    if (!old) return fail({ code: "notThere" });
    if (old.removed === removed) return ok(undefined);
    if (old.revision !== revision)
      return fail({ code: "stale", revision: old.revision, figures: figuresOf(kind, old) });
    if (removed && kind === "site" && (await holdSites(tx)) === 1) return fail({ code: "lastSite" });
    const ofSite = isOfSite(kind) ? eq(table.siteId, old.siteId!) : undefined;
    if (!removed && (await isNameTaken(tx, table, ofSite, old.name))) return fail({ code: "nameTaken" });
    await tx
      .update(table)
      .set({ removed, revision: revision + 1 })
      .where(eq(table.id, id));
    await record(tx, by, {
      action: removed ? "archived" : "restored",
      subject: kind,
      subjectId: id,
      after: { name: old.name },
    });
    await turnBench(tx, "equipment");
    return ok(undefined);
  });
}

/** Counts the sites that are open, and holds them until the transaction ends: of two that close at once the later one counts anew. */
async function holdSites(tx: Transaction): Promise<number> {
  const { sites } = schema;
  return (await tx.select({ id: sites.id }).from(sites).where(eq(sites.removed, false)).for("update")).length;
}

/** Whether one of these things that stand on the bench has a name. */
async function isNameTaken(
  tx: Transaction,
  table: ReturnType<typeof tableOf>,
  these: SQL | undefined,
  name: string,
): Promise<boolean> {
  const [taken] = await tx
    .select({ id: table.id })
    .from(table)
    .where(and(these, eq(table.name, name), eq(table.removed, false)));
  return taken !== undefined;
}

/** One thing of a kind, wherever it stands. */
export async function findThing<Kind extends ThingKind>(
  db: Database,
  kind: Kind,
  id: string,
): Promise<Thing<Kind> | undefined> {
  const table = tableOf(kind);
  const [row] = (await db.select().from(table).where(eq(table.id, id))) as unknown as AnyRow[];
  return row && thingOf(kind, row);
}

/** The site that a brewer stands at; undefined where it is not there. */
export async function siteOfBrewer(db: Database, id: string): Promise<string | undefined> {
  const { brewers } = schema;
  const [row] = await db.select({ siteId: brewers.siteId }).from(brewers).where(eq(brewers.id, id));
  return row?.siteId;
}

/** Names of everything on the bench, removed or not. */
export async function readThingNames(
  db: Database,
): Promise<{ readonly id: string; readonly name: string }[]> {
  const names = await Promise.all(
    Object.keys(TABLES).map((kind) => {
      const table = tableOf(kind as ThingKind);
      return db.select({ id: table.id, name: table.name }).from(table);
    }),
  );
  return names.flat();
}
