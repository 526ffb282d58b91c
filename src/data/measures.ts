import { and, asc, eq, inArray } from "drizzle-orm";
import type { BlankRunRow, BrewedPotRow, CoolingRow, ReadingKind } from "#contract/measure.ts";
import type { AuditSubject } from "#contract/people.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { turnBench } from "./house.ts";
import { brewers, coffees, readings, vessels } from "./schema.ts";

/** A measured row as the Bench shows it. */
interface Measured {
  readonly id: string;
  readonly name: string;
  readonly measuredAt: Date | null;
  readonly revision: number;
}

export interface MeasuredVessel extends Measured {
  readonly iced: boolean;
  readonly emptyG: number | null;
  readonly brimG: number;
  readonly workingG: number;
  readonly coolingPerS: number | null;
  readonly coolings: readonly CoolingRow[];
}

export interface MeasuredBrewer extends Measured {
  readonly minSettingG: number;
  readonly maxSettingG: number;
  readonly slope: number;
  readonly interceptG: number;
  readonly retentionGPerG: number;
  readonly runs: readonly BlankRunRow[];
  readonly pots: readonly BrewedPotRow[];
}

export interface MeasuredCoffee extends Measured {
  readonly character: string;
  readonly densityGPerMl: number;
}

/** What was measured of a site's vessels and batch brewers, and of the house's coffees. */
export async function readMeasures(db: Database, siteId: string) {
  const [vesselRows, brewerRows, coffeeRows] = await Promise.all([
    db.select().from(vessels).where(eq(vessels.siteId, siteId)).orderBy(asc(vessels.position)),
    db
      .select()
      .from(brewers)
      .where(and(eq(brewers.siteId, siteId), eq(brewers.kind, "batch"), eq(brewers.removed, false)))
      .orderBy(asc(brewers.position)),
    db.select().from(coffees).orderBy(asc(coffees.position)),
  ]);
  const all = await readReadings(
    db,
    [...vesselRows, ...brewerRows].map(({ id }) => id),
  );
  const rowsOf = <Row>(ownerId: string, kind: ReadingKind) =>
    all.flatMap((row) =>
      row.ownerId === ownerId && row.kind === kind ? [{ id: row.id, ...row.figures } as Row] : [],
    );
  return {
    vessels: vesselRows.map(
      ({ id, name, iced, emptyG, brimG, workingG, coolingPerS, ...row }): MeasuredVessel => ({
        id,
        name,
        iced,
        emptyG,
        brimG,
        workingG,
        coolingPerS,
        coolings: rowsOf(id, "cooling"),
        measuredAt: row.measuredAt,
        revision: row.revision,
      }),
    ),
    brewers: brewerRows.map(
      ({
        id,
        name,
        minSettingG,
        maxSettingG,
        slope,
        interceptG,
        retentionGPerG,
        ...row
      }): MeasuredBrewer => ({
        id,
        name,
        minSettingG,
        maxSettingG,
        slope,
        interceptG,
        retentionGPerG,
        runs: rowsOf(id, "blankRun"),
        pots: rowsOf(id, "brewedPot"),
        measuredAt: row.measuredAt,
        revision: row.revision,
      }),
    ),
    coffees: coffeeRows.map(
      ({ id, name, character, densityGPerMl, measuredAt, revision }): MeasuredCoffee => ({
        id,
        name,
        character,
        densityGPerMl,
        measuredAt,
        revision,
      }),
    ),
  };
}

/** What everything that is measured is called, removed or not. */
export async function readMeasuredNames(db: Database) {
  const rows = await Promise.all(
    [vessels, brewers, coffees].map((table) => db.select({ id: table.id, name: table.name }).from(table)),
  );
  return rows.flat();
}

/** Readings in the order in which they were made. */
export async function readReadings(db: Database, ownerIds: readonly string[]) {
  if (ownerIds.length === 0) return [];
  const { id, kind, ownerId, figures } = readings;
  return db
    .select({ id, kind, ownerId, figures })
    .from(readings)
    .where(inArray(ownerId, [...ownerIds]))
    .orderBy(asc(readings.position));
}

/** `stale`: somebody else measured it since; with the figures and the revision that they left. */
export type MeasureFailure =
  | { readonly code: "notThere" }
  | {
      readonly code: "stale";
      readonly revision: number;
      readonly figures: Readonly<Record<string, number | null>>;
    };
type Kept = Result<undefined, MeasureFailure>;

interface Begun {
  readonly id: string;
  /** The revision that the measuring began with. */
  readonly revision: number;
}

type VesselFigures = { readonly emptyG: number; readonly brimG: number; readonly workingG: number };

export function keepVessel(db: Database, begun: Begun, figures: VesselFigures, by: Act): Promise<Kept> {
  return keep(db, { table: vessels, subject: "vessel", begun, by }, figures);
}

export function keepDensity(db: Database, begun: Begun, densityGPerMl: number, by: Act): Promise<Kept> {
  return keep(db, { table: coffees, subject: "coffee", begun, by }, { densityGPerMl });
}

/** Each kind of reading with what it is read off. */
const OWNERS = {
  blankRun: { table: brewers, subject: "brewer" },
  brewedPot: { table: brewers, subject: "brewer" },
  cooling: { table: vessels, subject: "vessel" },
} as const;

interface Readings {
  readonly kind: ReadingKind;
  readonly rows: readonly ({ readonly id: string } & Readonly<Record<string, number | string>>)[];
  /** What was fitted through them. */
  readonly figures: Readonly<Record<string, number>>;
}

/** Keeps all readings of a kind in the place of those before, and what was fitted through them. */
export function keepReadings(
  db: Database,
  begun: Begun,
  { kind, rows, figures }: Readings,
  by: Act,
): Promise<Kept> {
  return db.transaction(async (tx) => {
    const kept = await keep(tx, { ...OWNERS[kind], begun, by }, figures);
    if (!kept.ok) return kept;
    const ownerId = begun.id;
    await tx.delete(readings).where(and(eq(readings.ownerId, ownerId), eq(readings.kind, kind)));
    await tx.insert(readings).values(
      rows.map(({ id, ...read }, position) => ({
        id,
        kind,
        ownerId,
        figures: read as Readonly<Record<string, number>>,
        position,
      })),
    );
    return kept;
  });
}

interface Where {
  readonly table: typeof vessels | typeof brewers | typeof coffees;
  readonly subject: AuditSubject;
  readonly begun: Begun;
  readonly by: Act;
}

/** One measurement of one row: held from reading to writing, in the trail, and at once on every page. */
async function keep(
  db: Database,
  { table, subject, begun, by }: Where,
  figures: Readonly<Record<string, number>>,
): Promise<Kept> {
  return db.transaction(async (tx) => {
    const [old] = await tx.select().from(table).where(eq(table.id, begun.id)).for("update");
    if (!old) return fail({ code: "notThere" });
    const before = Object.fromEntries(
      Object.keys(figures).map((name) => [name, (old as unknown as Record<string, number>)[name] ?? null]),
    );
    if (old.revision !== begun.revision) {
      return fail({ code: "stale", revision: old.revision, figures: before });
    }
    await tx
      .update(table)
      .set({ ...figures, measuredAt: by.at, revision: old.revision + 1 })
      .where(eq(table.id, begun.id));
    await record(tx, by, { action: "measured", subject, subjectId: begun.id, before, after: figures });
    await turnBench(tx);
    return ok(undefined);
  });
}
