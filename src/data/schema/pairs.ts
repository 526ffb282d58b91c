import { index, mysqlEnum, mysqlTable, primaryKey } from "drizzle-orm/mysql-core";
import { PAIR_SWITCHES } from "#contract/pairKinds.ts";
import type { PairScores } from "#contract/pairs.ts";
import { json } from "#data/json.ts";
import { id, time } from "./columns.ts";
import { batches } from "./log.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** Two batches of the log that differ in one switch. */
export const pairs = mysqlTable(
  "pairs",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    firstId: id("first_id")
      .notNull()
      .references(() => batches.id),
    secondId: id("second_id")
      .notNull()
      .references(() => batches.id),
    about: mysqlEnum("about", PAIR_SWITCHES).notNull(),
    startedBy: personId("started_by").notNull(),
    at: time("at").notNull(),
  },
  (table) => [
    index("pairs_site").on(table.siteId, table.at),
    index("pairs_batches").on(table.firstId, table.secondId),
  ],
);

/** What each taster said of a pair. */
export const pairScores = mysqlTable(
  "pair_scores",
  {
    pairId: id("pair_id")
      .notNull()
      .references(() => pairs.id),
    personId: personId("person_id").notNull(),
    scores: json<PairScores>("scores").notNull(),
    at: time("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.pairId, table.personId] })],
);
