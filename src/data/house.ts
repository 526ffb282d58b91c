import { asc, count } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { house, sites } from "./schema.ts";

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

export async function createHouse(db: Database, row: Omit<House, "id" | "benchRevision">): Promise<void> {
  await db.insert(house).values({ id: 1, ...row });
}

export function listSites(db: Database): Promise<Site[]> {
  return db.select().from(sites).orderBy(asc(sites.position));
}

/** Whether anybody has entered anything yet. */
export async function hasData(db: Database): Promise<boolean> {
  const [row] = await db.select({ sites: count() }).from(sites);
  return row!.sites > 0;
}
