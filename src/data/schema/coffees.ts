import { date, double, int, mysqlEnum, mysqlTable, smallint, unique, varchar } from "drizzle-orm/mysql-core";
import { ROAST_LEVELS } from "#contract/aspects.ts";
import { SERVES } from "#core/sheet";
import { id, name, thingColumns, typical } from "./columns.ts";

export const coffees = mysqlTable(
  "coffees",
  {
    id: id().primaryKey(),
    name: name(),
    character: varchar("character", { length: 80 }).notNull(),
    process: varchar("process", { length: 80 }).notNull().default(""),
    roastLevel: mysqlEnum("roast_level", ROAST_LEVELS).notNull().default("medium"),
    densityGPerMl: double("density_g_per_ml").notNull(),
    roastedOn: date("roasted_on", { mode: "string" }),
    stockG: double("stock_g"),
    lowStockG: double("low_stock_g"),
    /** Minor units of the house's money per kg. */
    pricePerKg: int("price_per_kg"),
    /** Ways that it suits, with spaces between; null where nobody said. */
    suits: varchar("suits", { length: 40 }),
    note: varchar("note", { length: 400 }).notNull().default(""),
    typical: typical(),
    ...thingColumns(),
  },
  (table) => [unique("coffees_name").on(table.liveName)],
);

export const cups = mysqlTable(
  "cups",
  {
    id: id().primaryKey(),
    name: name(),
    volumeMl: smallint("volume_ml").notNull(),
    /** Beverage poured into it, g; the rest is head-room, ice or milk. */
    fillG: double("fill_g"),
    serve: mysqlEnum("serve", SERVES).notNull(),
    ...thingColumns(),
  },
  (table) => [unique("cups_name").on(table.liveName)],
);
