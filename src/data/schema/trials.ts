import { boolean, double, index, mysqlEnum, mysqlTable, varchar } from "drizzle-orm/mysql-core";
import { PRIORS, TRIAL_STATES } from "#contract/trialKinds.ts";
import type { ReadSigns, TastedWords } from "#contract/trials.ts";
import { ICED_METHODS } from "#core/iced";
import { SERVES } from "#core/sheet";
import { json } from "#data/json.ts";
import { cards } from "./cards.ts";
import { coffees } from "./coffees.ts";
import { id, revision, time } from "./columns.ts";
import { brewers, grinders } from "./equipment.ts";
import { batches } from "./log.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** A question to a brewer: where on the dial is this coffee right, in this pot; with the coffee that is set aside for it. */
export const trials = mysqlTable(
  "trials",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    /** The card that it began with: its sheet is what is tried. */
    cardId: id("card_id")
      .notNull()
      .references(() => cards.id),
    coffeeId: id("coffee_id")
      .notNull()
      .references(() => coffees.id),
    brewerId: id("brewer_id")
      .notNull()
      .references(() => brewers.id),
    grinderId: id("grinder_id")
      .notNull()
      .references(() => grinders.id),
    serve: mysqlEnum("serve", SERVES).notNull(),
    /** How it is iced; null when hot. */
    method: mysqlEnum("method", ICED_METHODS),
    /** Beverage, all ice melted, g. */
    sizeG: double("size_g").notNull(),
    /** Where it was thought to be right before anything was brewed, and how surely; dial units. */
    priorFrom: mysqlEnum("prior_from", PRIORS).notNull(),
    priorSetting: double("prior_setting").notNull(),
    priorSd: double("prior_sd").notNull(),
    /** Coffee set aside, g. */
    budgetG: double("budget_g").notNull(),
    /** Brewed from both sides, to see them. */
    bothSides: boolean("both_sides").notNull().default(false),
    state: mysqlEnum("state", TRIAL_STATES).notNull().default("running"),
    /** Why it was given up. */
    reason: varchar("reason", { length: 400 }).notNull().default(""),
    startedBy: personId("started_by").notNull(),
    at: time("at").notNull(),
    endedAt: time("ended_at"),
    revision: revision(),
  },
  (table) => [
    index("trials_site").on(table.siteId, table.at),
    index("trials_state").on(table.siteId, table.state),
  ],
);

/** A batch of a trial, as it was looked at. */
export const trialBatches = mysqlTable(
  "trial_batches",
  {
    batchId: id("batch_id")
      .primaryKey()
      .references(() => batches.id),
    trialId: id("trial_id")
      .notNull()
      .references(() => trials.id),
    signs: json<ReadSigns>("signs").notNull(),
    revision: revision(),
    addedAt: time("added_at").notNull(),
    personId: personId("person_id"),
  },
  (table) => [index("trial_batches_trial").on(table.trialId)],
);

/** One person's words on a cup of a batch. */
export const tastings = mysqlTable(
  "tastings",
  {
    id: id().primaryKey(),
    batchId: id("batch_id")
      .notNull()
      .references(() => batches.id),
    words: json<TastedWords>("words").notNull(),
    removed: boolean("removed").notNull().default(false),
    personId: personId("person_id").notNull(),
    at: time("at").notNull(),
  },
  (table) => [index("tastings_batch").on(table.batchId)],
);
