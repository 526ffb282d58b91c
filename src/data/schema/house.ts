import { int, mysqlEnum, mysqlTable, tinyint, varchar } from "drizzle-orm/mysql-core";
import type { HouseSettings } from "#contract/house.ts";
import { json } from "#data/json.ts";
import { name, time } from "./columns.ts";

/** The house itself: one row, there from its first start. */
export const house = mysqlTable("house", {
  id: tinyint("id").primaryKey(),
  kind: mysqlEnum("kind", ["demo", "real"]).notNull(),
  name: name(),
  settings: json<HouseSettings>("settings").notNull(),
  /** Counts the changes of the name and the settings. */
  revision: int("revision").notNull().default(1),
  createdAt: time("created_at").notNull(),
});

/** Locks: what one transaction at a time may change. The row is written by whoever holds it (`transact.ts`). */
export const locks = mysqlTable("locks", {
  name: varchar("name", { length: 20 }).primaryKey(),
  turn: int("turn").notNull().default(0),
});

/** The parts of a bench, each with a revision of its own. */
export const BENCH_PARTS = ["equipment", "recipes", "learned"] as const;

/** One more with every change of a part of the bench: what was read of it before is out of date. */
export const benchRevisions = mysqlTable("bench_revisions", {
  part: mysqlEnum("part", BENCH_PARTS).primaryKey(),
  n: int("n").notNull().default(0),
});
