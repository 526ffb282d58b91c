import { asc, count, eq, sql } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import type { KeptSettings } from "#contract/house.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { prepared } from "./prepared.ts";
import { type BENCH_PARTS, benchRevisions, filters, house, people, sites } from "./schema/index.ts";
import { changedBefore } from "./sentTwice.ts";
import { type Transaction, transact } from "./transact.ts";

export type House = typeof house.$inferSelect;
export type Site = typeof sites.$inferSelect;

/** The one house, or undefined before its first start. */
export async function readHouse(db: Database): Promise<House | undefined> {
  const [row] = await db.select().from(house);
  return row;
}

/** A part of the bench; `equipment` is all that stands on it, coffees and settings too. */
export type BenchPart = (typeof BENCH_PARTS)[number];
export type BenchRevisions = Readonly<Record<BenchPart, number>>;

const revisions = prepared((db) => db.select().from(benchRevisions).prepare());

/** The numbers that each part of the bench is at. */
export async function readBenchRevisions(db: Database): Promise<BenchRevisions> {
  const rows = await revisions(db).execute();
  return Object.fromEntries(rows.map(({ part, n }) => [part, n])) as BenchRevisions;
}

/** Tells every page that a part of the bench is another one now; part of the transaction that changes it. */
export async function turnBench(tx: Transaction, part: BenchPart): Promise<void> {
  await tx.update(benchRevisions).set({ n: sql`n + 1` }).where(eq(benchRevisions.part, part));
}

/** Filters that nearly every house has. */
const FIRST_FILTERS = [
  { name: "paper filter", material: "paper", waterKeptG: 12, position: 0 },
  { name: "metal filter", material: "metal", waterKeptG: 1, position: 1 },
] as const;

export async function createHouse(db: Database, row: Omit<House, "id" | "revision">): Promise<void> {
  await db.insert(house).values({ id: 1, ...row });
  // A brewer names a filter, so that there are some before the first brewer.
  if (row.kind === "real")
    await db.insert(filters).values(FIRST_FILTERS.map((each) => ({ ...each, id: uuidv7() })));
}

export function listSites(db: Database): Promise<Site[]> {
  return db.select().from(sites).where(eq(sites.removed, false)).orderBy(asc(sites.position));
}

/** Keeps the house's name and settings: in the trail, and at once on every page. */
export function keepSettings(
  db: Database,
  { revision, name, settings }: KeptSettings,
  by: Act,
): Promise<Result<undefined, { readonly code: "stale"; readonly house: House }>> {
  return transact(db, async (tx) => {
    const [old] = await tx.select().from(house).for("update");
    if (!old) throw new Error("there is no house");
    if (changedBefore(old, { began: revision, sent: { name, settings } })) return ok(undefined);
    if (old.revision !== revision) return fail({ code: "stale", house: old });
    await tx.update(house).set({ name, settings, revision: revision + 1 });
    const { before, after } = settingsChanged(old, { name, settings });
    await record(tx, by, { action: "changed", subject: "house", subjectId: HOUSE_SUBJECT, before, after });
    await turnBench(tx, "equipment");
    return ok(undefined);
  });
}

/** The house has no id of its own in the trail: there is one. */
const HOUSE_SUBJECT = "house";

type Named = Pick<House, "name" | "settings">;

/** Settings that differ, each as one line of text. */
function settingsChanged(old: Named, next: Named) {
  const flat = ({ name, settings }: Named): Readonly<Record<string, string>> => ({
    name,
    ...Object.fromEntries(Object.entries(settings).map(([key, value]) => [key, JSON.stringify(value)])),
  });
  const [before, after] = [flat(old), flat(next)];
  const differ = Object.keys(after).filter((key) => before[key] !== after[key]);
  const only = (all: Readonly<Record<string, string>>) =>
    Object.fromEntries(differ.map((key) => [key, all[key] ?? ""]));
  return { before: only(before), after: only(after) };
}

/** Whether anybody has entered anything yet. */
export async function hasData(db: Database): Promise<boolean> {
  const [[here], [known]] = await Promise.all([
    db.select({ sites: count() }).from(sites),
    db.select({ people: count() }).from(people),
  ]);
  return here!.sites > 0 || known!.people > 0;
}
