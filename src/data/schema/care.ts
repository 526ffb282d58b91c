import { double, index, mysqlEnum, mysqlTable, unique, varchar } from "drizzle-orm/mysql-core";
import { CARE_KINDS } from "#contract/aspects.ts";
import { id, name, thingColumns, time } from "./columns.ts";
import { brewers, grinders } from "./equipment.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** Care tasks, due by days, by litres brewed or by kg ground. */
export const careTasks = mysqlTable(
  "care_tasks",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    name: name(),
    kind: mysqlEnum("kind", CARE_KINDS).notNull(),
    /** The brewer whose litres or the grinder whose kg count. */
    brewerId: id("brewer_id").references(() => brewers.id),
    grinderId: id("grinder_id").references(() => grinders.id),
    everyDays: double("every_days"),
    everyL: double("every_l"),
    everyKg: double("every_kg"),
    note: varchar("note", { length: 400 }).notNull().default(""),
    /** When it was first due from. */
    since: time("since").notNull(),
    ...thingColumns(),
  },
  (table) => [unique("care_tasks_name").on(table.siteId, table.liveName)],
);

export const careDone = mysqlTable(
  "care_done",
  {
    id: id().primaryKey(),
    taskId: id("task_id")
      .notNull()
      .references(() => careTasks.id),
    personId: personId("person_id").notNull(),
    at: time("at").notNull(),
  },
  (table) => [index("care_done_at").on(table.taskId, table.at)],
);
