import { boolean, double, mysqlEnum, mysqlTable, primaryKey, smallint, unique } from "drizzle-orm/mysql-core";
import type { KeptMove } from "#contract/bench.ts";
import { RECIPE_STATES } from "#contract/recipeKinds.ts";
import type { Recipe } from "#core/recipe";
import { json } from "#data/json.ts";
import { coffees } from "./coffees.ts";
import { id, name, position, revision, time } from "./columns.ts";
import { brewers, grinders } from "./equipment.ts";
import { personId } from "./people.ts";

export const recipes = mysqlTable("recipes", {
  id: id().primaryKey(),
  name: name().unique("recipes_name"),
  /** Kept out of lists; what was brewed by it still names it. */
  archived: boolean("archived").notNull().default(false),
  position: position(),
});

/** A recipe as it was at one time: a draft is written on, a version that is kept never changes but for its state. */
export const recipeVersions = mysqlTable(
  "recipe_versions",
  {
    id: id().primaryKey(),
    recipeId: id("recipe_id")
      .notNull()
      .references(() => recipes.id),
    version: smallint("version").notNull(),
    state: mysqlEnum("state", RECIPE_STATES).notNull(),
    brewerId: id("brewer_id")
      .notNull()
      .references(() => brewers.id),
    /** Null where only the texture was written down. */
    grinderId: id("grinder_id").references(() => grinders.id),
    coffeeId: id("coffee_id")
      .notNull()
      .references(() => coffees.id),
    recipe: json<Recipe>("recipe").notNull(),
    /** As it was weighed, else as its brewer kept it then. */
    retentionGPerG: double("retention_g_per_g").notNull(),
    madeBy: personId("made_by"),
    at: time("at").notNull(),
    revision: revision(),
  },
  (table) => [unique("recipe_version").on(table.recipeId, table.version)],
);

/** A brewer's and a grinder's factors beyond the model, and what they were fitted to. */
export const fits = mysqlTable(
  "fits",
  {
    brewerId: id("brewer_id")
      .notNull()
      .references(() => brewers.id),
    grinderId: id("grinder_id")
      .notNull()
      .references(() => grinders.id),
    permeability: double("permeability").notNull(),
    extraction: double("extraction").notNull(),
    /** The version whose cup they were fitted to; null where the log taught them, and goes on teaching them. */
    versionId: id("version_id").references(() => recipeVersions.id),
    /** Batches of the log that counted; 0 for a recipe's cup. */
    batches: smallint("batches").notNull().default(0),
    /** Moves of the grinder that the log tells, the oldest first; null where none was looked for. */
    moves: json<readonly KeptMove[]>("moves"),
    at: time("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.brewerId, table.grinderId] })],
);
