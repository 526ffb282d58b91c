import { date, mysqlTable, primaryKey, smallint } from "drizzle-orm/mysql-core";
import type { ShiftIce } from "#contract/shift.ts";
import { json } from "#data/json.ts";
import { cards } from "./cards.ts";
import { id, position, revision, time } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** One site's list for one day, whose lines are changed together. */
export const shifts = mysqlTable(
  "shifts",
  {
    siteId: siteId(),
    day: date("day", { mode: "string" }).notNull(),
    changedBy: personId("changed_by").notNull(),
    changedAt: time("changed_at").notNull(),
    /** The hours of iced service and what its ice sources have; null while nobody said. */
    ice: json<ShiftIce>("ice"),
    revision: revision(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.day] })],
);

/** Lines of a site's list for a day. */
export const shiftItems = mysqlTable("shift_items", {
  id: id().primaryKey(),
  siteId: siteId(),
  day: date("day", { mode: "string" }).notNull(),
  cardId: id("card_id")
    .notNull()
    .references(() => cards.id),
  batches: smallint("batches").notNull(),
  position: position(),
});
