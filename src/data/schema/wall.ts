import { mysqlTable, primaryKey } from "drizzle-orm/mysql-core";
import type { WallChoices } from "#contract/wall.ts";
import { json } from "#data/json.ts";
import { coffees } from "./coffees.ts";
import { id, revision, time } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** A lead's choices for a site's wall chart of a coffee; the usual choice where there is no row. */
export const wallCharts = mysqlTable(
  "wall_charts",
  {
    siteId: siteId(),
    coffeeId: id("coffee_id")
      .notNull()
      .references(() => coffees.id),
    choices: json<WallChoices>("choices").notNull(),
    changedBy: personId("changed_by").notNull(),
    changedAt: time("changed_at").notNull(),
    revision: revision(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.coffeeId] })],
);
