import { date, mysqlTable, primaryKey } from "drizzle-orm/mysql-core";
import type { DayChanges, SitePlan } from "#contract/dayPlanKinds.ts";
import { json } from "#data/json.ts";
import { revision, time } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

const changed = () => ({
  changedBy: personId("changed_by").notNull(),
  changedAt: time("changed_at").notNull(),
  revision: revision(),
});

/** How a site plans its days; no row while nobody said. */
export const sitePlans = mysqlTable("site_plans", {
  siteId: siteId().primaryKey(),
  plan: json<SitePlan>("plan").notNull(),
  ...changed(),
});

/** What is known of one day, and what a lead decided for it. */
export const dayPlans = mysqlTable(
  "day_plans",
  {
    siteId: siteId(),
    day: date("day", { mode: "string" }).notNull(),
    changes: json<DayChanges>("changes").notNull(),
    ...changed(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.day] })],
);
