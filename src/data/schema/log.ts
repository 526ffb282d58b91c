import {
  boolean,
  date,
  double,
  index,
  mysqlEnum,
  mysqlTable,
  smallint,
  varchar,
} from "drizzle-orm/mysql-core";
import { ENDINGS } from "#contract/aspects.ts";
import { BEDS, SAMPLED_AT, type TASTES, WALLS } from "#contract/batch.ts";
import { ICED_METHODS } from "#core/iced";
import { SERVES } from "#core/sheet";
import { json } from "#data/json.ts";
import { cards } from "./cards.ts";
import { coffees } from "./coffees.ts";
import { id, revision, time } from "./columns.ts";
import { brewers, filterId, grinders, vessels } from "./equipment.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** A pot or a cup that was really brewed: what retained liquid, drift and the forecast learn from. */
export const batches = mysqlTable(
  "batches",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    brewerId: id("brewer_id")
      .notNull()
      .references(() => brewers.id),
    /** The filter and the ending that the brewer had then. */
    filterId: filterId(),
    ending: mysqlEnum("ending", ENDINGS).notNull(),
    coffeeId: id("coffee_id").references(() => coffees.id),
    vesselId: id("vessel_id").references(() => vessels.id),
    grinderId: id("grinder_id").references(() => grinders.id),
    /** The grinder's curve then. */
    curveVersion: smallint("curve_version"),
    dialSetting: double("dial_setting"),
    doseG: double("dose_g").notNull(),
    /** The card that it was brewed from, and its recipe's version; null where somebody logged it by hand. */
    cardId: id("card_id").references(() => cards.id),
    recipeVersionId: id("recipe_version_id"),
    /** How it was iced; null when hot. */
    method: mysqlEnum("method", ICED_METHODS),
    /** Hot water, bypass too, and ice. */
    waterG: double("water_g").notNull(),
    iceG: double("ice_g").notNull().default(0),
    yieldG: double("yield_g"),
    brewTimeS: double("brew_time_s"),
    strengthPct: double("strength_pct"),
    sampledAt: mysqlEnum("sampled_at", SAMPLED_AT),
    bed: mysqlEnum("bed", BEDS),
    wall: mysqlEnum("wall", WALLS),
    taste: json<readonly (typeof TASTES)[number][]>("taste").notNull().default([]),
    liked: boolean("liked"),
    note: varchar("note", { length: 400 }).notNull().default(""),
    at: time("at").notNull(),
    /** The coffee's bag then; null for batches of before bags were kept. */
    densityGPerMl: double("density_g_per_ml"),
    roastedOn: date("roasted_on", { mode: "string" }),
    personId: personId("person_id"),
    removed: boolean("removed").notNull().default(false),
    revision: revision(),
  },
  (table) => [
    index("batches_site").on(table.siteId, table.at),
    index("batches_brewer").on(table.brewerId, table.filterId, table.ending, table.at),
    index("batches_grinder").on(table.grinderId, table.at),
  ],
);

/**
 * An approved batch: how the house brews a coffee on a brewer at a size, until it is retired by the next one. While its
 * batch is out of the log it is not in force.
 */
export const standards = mysqlTable(
  "standards",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    batchId: id("batch_id")
      .notNull()
      .references(() => batches.id),
    coffeeId: id("coffee_id")
      .notNull()
      .references(() => coffees.id),
    brewerId: id("brewer_id")
      .notNull()
      .references(() => brewers.id),
    serve: mysqlEnum("serve", SERVES).notNull(),
    /** How it was iced; null when hot. */
    method: mysqlEnum("method", ICED_METHODS),
    /** Beverage, all ice melted, by what the bed kept then; g. */
    sizeG: double("size_g").notNull(),
    approvedBy: personId("approved_by").notNull(),
    at: time("at").notNull(),
    retiredAt: time("retired_at"),
    /** The standard that took its place, and gives it back when it is withdrawn. */
    replacedBy: id("replaced_by"),
    /** The trial that found it: the middle and the width of where it is right, dial units, and whether its pot was repeated. */
    trialId: id("trial_id"),
    provedSetting: double("proved_setting"),
    provedSd: double("proved_sd"),
    brewedOnce: boolean("brewed_once").notNull().default(false),
  },
  (table) => [
    index("standards_place").on(table.siteId, table.coffeeId, table.brewerId),
    index("standards_batch").on(table.batchId),
  ],
);
