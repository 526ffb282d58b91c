import { boolean, char, index, mysqlTable, smallint, varchar } from "drizzle-orm/mysql-core";
import { BALLOT_CODE_LENGTH } from "#contract/cups.ts";
import { json } from "#data/json.ts";
import { id, position, time } from "./columns.ts";
import { batches } from "./log.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** Whether a pot tastes like another cup, asked of many tongues. */
export const cupTests = mysqlTable(
  "cup_tests",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    /** The pot. */
    batchId: id("batch_id")
      .notNull()
      .references(() => batches.id),
    /** What it is held against, in words. */
    beside: varchar("beside", { length: 80 }).notNull(),
    /** Ballots are taken until then, or until it is closed before. */
    closesAt: time("closes_at").notNull(),
    startedBy: personId("started_by").notNull(),
    at: time("at").notNull(),
  },
  (table) => [index("cup_tests_batch").on(table.batchId)],
);

/** One taster's three cups; whoever has its code answers once, signed in or not. */
export const cupBallots = mysqlTable(
  "cup_ballots",
  {
    code: char("code", { length: BALLOT_CODE_LENGTH }).primaryKey(),
    testId: id("test_id")
      .notNull()
      .references(() => cupTests.id),
    position: position(),
    cups: json<readonly [string, string, string]>("cups").notNull(),
    /** Place of the cup that is not like the others, from 0. */
    odd: smallint("odd").notNull(),
    oddIsPot: boolean("odd_is_pot").notNull(),
    answer: smallint("answer"),
    answeredAt: time("answered_at"),
  },
  (table) => [index("cup_ballots_test").on(table.testId, table.position)],
);
