import { char, mysqlTable, smallint, unique, varchar } from "drizzle-orm/mysql-core";
import { id, name, thingColumns } from "./columns.ts";

/** A place where coffee is brewed. */
export const sites = mysqlTable(
  "sites",
  {
    id: id().primaryKey(),
    name: name(),
    /** Above the sea: water boils cooler higher up. */
    altitudeM: smallint("altitude_m").notNull(),
    /** IANA name; times are kept in UTC and shown in the site's zone. */
    timeZone: varchar("time_zone", { length: 64 }).notNull(),
    /** ISO 4217. */
    currency: char("currency", { length: 3 }).notNull().default("GBP"),
    ...thingColumns(),
  },
  (table) => [unique("sites_name").on(table.liveName)],
);

export const siteId = () =>
  id("site_id")
    .notNull()
    .references(() => sites.id);
