import { and, asc, eq, inArray } from "drizzle-orm";
import type { AuditSubject } from "#contract/people.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { turnBench } from "./house.ts";
import { blankRuns, brewers, coffees, vessels } from "./schema.ts";

/** A measured row as the Bench shows it. */
interface Measured {
  readonly id: string;
  readonly name: string;
  readonly measuredAt: Date | null;
  readonly revision: number;
}

export interface MeasuredVessel extends Measured {
  readonly kind: (typeof vessels.$inferSelect)["kind"];
  readonly iced: boolean;
  readonly emptyG: number | null;
  readonly brimG: number;
  readonly workingG: number;
}

export interface MeasuredBrewer extends Measured {
  readonly minSettingG: number;
  readonly maxSettingG: number;
  readonly slope: number;
  readonly interceptG: number;
  readonly runs: readonly { readonly id: string; readonly setG: number; readonly weighedG: number }[];
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
  const runs = await readRuns(
    db,
    brewerRows.map(({ id }) => id),
  );
  return {
    vessels: vesselRows.map(
      ({ id, name, kind, iced, emptyG, brimG, workingG, measuredAt, revision }): MeasuredVessel => ({
        id,
        name,
        kind,
        iced,
        emptyG,
        brimG,
        workingG,
        measuredAt,
        revision,
      }),
    ),
    brewers: brewerRows.map(
      ({ id, name, minSettingG, maxSettingG, slope, interceptG, measuredAt, revision }): MeasuredBrewer => ({
        id,
        name,
        minSettingG,
        maxSettingG,
        slope,
        interceptG,
        measuredAt,
        revision,
        runs: runs.flatMap(({ brewerId, ...run }) => (brewerId === id ? [run] : [])),
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

/** A brewer's blank runs, in the order in which they were made. */
export async function readRuns(db: Database, brewerIds: readonly string[]) {
  if (brewerIds.length === 0) return [];
  const { id, brewerId, setG, weighedG } = blankRuns;
  return db
    .select({ id, brewerId, setG, weighedG })
    .from(blankRuns)
    .where(inArray(brewerId, [...brewerIds]))
    .orderBy(asc(blankRuns.position));
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

interface Runs {
  readonly runs: MeasuredBrewer["runs"];
  readonly slope: number;
  readonly interceptG: number;
}

/** Keeps all of a brewer's blank runs, and the line through them. */
export function keepRuns(db: Database, begun: Begun, { runs, ...line }: Runs, by: Act): Promise<Kept> {
  return db.transaction(async (tx) => {
    const kept = await keep(tx, { table: brewers, subject: "brewer", begun, by }, line);
    if (!kept.ok) return kept;
    await tx.delete(blankRuns).where(eq(blankRuns.brewerId, begun.id));
    await tx
      .insert(blankRuns)
      .values(runs.map((run, position) => ({ ...run, brewerId: begun.id, position })));
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
