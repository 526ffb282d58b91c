import { boolean, double, index, mysqlEnum, mysqlTable } from "drizzle-orm/mysql-core";
import { DIAL_SOURCES } from "#contract/card.ts";
import type { StoredCard } from "#contract/cardShape.ts";
import { ICED_METHODS } from "#core/iced";
import { SERVES } from "#core/sheet";
import { json } from "#data/json.ts";
import { id, revision, time } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/**
 * A sheet kept to be brewed from, made by the server. What is looked for stands in columns of its own, which the sheet
 * tells; ids are kept without a foreign key, because a card outlives what it names: a draft of a recipe is thrown away.
 */
export const cards = mysqlTable(
  "cards",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    draft: boolean("draft").notNull(),
    /** Put away by a lead: found by its link, offered nowhere, and not made anew any more. */
    retired: boolean("retired").notNull().default(false),
    /** Made for a batch of a trial: what is logged from it is of the trial, and lists leave it out. */
    trialId: id("trial_id"),
    recipeVersionId: id("recipe_version_id").notNull(),
    brewerId: id("brewer_id").notNull(),
    grinderId: id("grinder_id").notNull(),
    coffeeId: id("coffee_id").notNull(),
    vesselId: id("vessel_id").notNull(),
    serve: mysqlEnum("serve", SERVES).notNull(),
    /** How it is iced; null when hot. */
    method: mysqlEnum("method", ICED_METHODS),
    /** Beverage, all ice melted, g. */
    sizeG: double("size_g").notNull(),
    /** Where its dial's setting comes from; null where it has none. */
    dialBy: mysqlEnum("dial_by", DIAL_SOURCES),
    /** In the shape of the day on which it was made; `currentCard` reads it. */
    sheet: json<StoredCard>("sheet").notNull(),
    madeBy: personId("made_by").notNull(),
    createdAt: time("created_at").notNull(),
    revision: revision(),
  },
  (table) => [
    index("cards_site").on(table.siteId, table.createdAt),
    index("cards_recipe").on(table.recipeVersionId),
    index("cards_place").on(table.siteId, table.coffeeId, table.brewerId),
    index("cards_grinder").on(table.siteId, table.grinderId, table.dialBy),
  ],
);
