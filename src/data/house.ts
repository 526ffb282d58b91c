import { asc, count, sql } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { house, people, sites } from "./schema.ts";

export type House = typeof house.$inferSelect;
export type Site = typeof sites.$inferSelect;

/** The one house, or undefined before its first start. */
export async function readHouse(db: Database): Promise<House | undefined> {
  const [row] = await db.select().from(house);
  return row;
}

/** The number that a bench was read at; -1 before there is a house. */
export async function readBenchRevision(db: Database): Promise<number> {
  const [row] = await db.select({ revision: house.benchRevision }).from(house);
  return row?.revision ?? -1;
}

/** Holds the house until the transaction ends: changes of people are made one after the other. */
export async function lockHouse(tx: Database): Promise<void> {
  await tx.select({ id: house.id }).from(house).for("update");
}

/** Tells every page that the bench is another one now; part of the transaction that changes it. */
export async function turnBench(tx: Database): Promise<void> {
  await tx.update(house).set({ benchRevision: sql`bench_revision + 1` });
}

export async function createHouse(db: Database, row: Omit<House, "id" | "benchRevision">): Promise<void> {
  await db.insert(house).values({ id: 1, ...row });
}

export function listSites(db: Database): Promise<Site[]> {
  return db.select().from(sites).orderBy(asc(sites.position));
}

/** Whether anybody has entered anything yet. */
export async function hasData(db: Database): Promise<boolean> {
  const [[here], [known]] = await Promise.all([
    db.select({ sites: count() }).from(sites),
    db.select({ people: count() }).from(people),
  ]);
  return here!.sites > 0 || known!.people > 0;
}
