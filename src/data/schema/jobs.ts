import { index, mysqlEnum, mysqlTable, smallint, varchar } from "drizzle-orm/mysql-core";
import type { JobAnswer, JobKind, JobRequest } from "#contract/job.ts";
import { json } from "#data/json.ts";
import { id, time } from "./columns.ts";
import { personId } from "./people.ts";

/**
 * Work that follows from what somebody did, written with it and done by whichever server takes it. All its times are
 * the database's own, in UTC: servers' clocks differ, and a house's may be stopped.
 */
export const jobs = mysqlTable(
  "jobs",
  {
    id: id().primaryKey(),
    kind: varchar("kind", { length: 30 }).$type<JobKind>().notNull(),
    /** Two jobs that would do the same wait as one; null for work of its own, and once a server has taken it. */
    waitsAs: varchar("waits_as", { length: 120 }).unique(),
    request: json<JobRequest>("request").notNull(),
    /** Who caused it; null when the house did. */
    personId: personId("person_id"),
    askedAt: time("asked_at").notNull(),
    state: mysqlEnum("state", ["waiting", "taken", "done", "stuck"]).notNull().default("waiting"),
    /** Not before; the first try is due at once. */
    dueAt: time("due_at").notNull(),
    tries: smallint("tries").notNull().default(0),
    /** The try that is under way: whoever ends the job names it, so that a server that was given up ends nothing. */
    takenBy: id("taken_by"),
    /** A try that was not renewed by then is given up, and the job is taken again. */
    takenUntil: time("taken_until"),
    /** The job's result; null until it is done. */
    answer: json<JobAnswer>("answer"),
    /** Why the last try failed. */
    trouble: varchar("trouble", { length: 400 }),
    endedAt: time("ended_at"),
  },
  (table) => [index("jobs_due").on(table.state, table.dueAt)],
);
