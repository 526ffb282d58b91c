import { bigint, index, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { EventDetails, EventKind } from "#contract/event.ts";
import { json } from "#data/json.ts";
import { id, time } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** The number of each site's last event. Its row is locked until a commit, so that numbers are in the order of commits. */
export const siteSeq = mysqlTable("site_seq", {
  siteId: siteId().primaryKey(),
  n: bigint("n", { mode: "number" }).notNull().default(0),
});

/** Events of a site: rows are only ever added, numbered 1, 2, 3 … without a gap. */
export const events = mysqlTable(
  "events",
  {
    siteId: siteId(),
    n: bigint("n", { mode: "number" }).notNull(),
    id: id().notNull().unique(),
    kind: varchar("kind", { length: 30 }).$type<EventKind>().notNull(),
    /** By the clock of who did it, and by the house's when it was kept. */
    at: time("at").notNull(),
    keptAt: time("kept_at").notNull(),
    personId: personId("person_id"),
    details: json<EventDetails>("details").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.n] }),
    index("events_at").on(table.siteId, table.at),
  ],
);
