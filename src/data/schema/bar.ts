import { boolean, double, index, mysqlEnum, mysqlTable, smallint } from "drizzle-orm/mysql-core";
import { SERVES } from "#core/sheet";
import { coffees } from "./coffees.ts";
import { id, time } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** Where a sale was told: by a tap at the bar, or by the till. */
export const SALE_SOURCES = ["tap", "till"] as const;

/** Cups that were sold: what plans, the Bar and the log count. A tap's is the sale of its event, under the same id. */
export const sales = mysqlTable(
  "sales",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    coffeeId: id("coffee_id").references(() => coffees.id),
    serve: mysqlEnum("serve", SERVES).notNull(),
    cupMl: double("cup_ml").notNull(),
    count: smallint("count").notNull(),
    at: time("at").notNull(),
    source: mysqlEnum("source", SALE_SOURCES).notNull(),
    /** Its tap was undone. */
    undone: boolean("undone").notNull().default(false),
    keptAt: time("kept_at").notNull(),
    personId: personId("person_id"),
  },
  (table) => [
    index("sales_site").on(table.siteId, table.at),
    index("sales_kept").on(table.siteId, table.keptAt),
  ],
);
