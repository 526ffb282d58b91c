import { type SQL, sql } from "drizzle-orm";
import {
  boolean,
  char,
  date,
  datetime,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  tinyint,
  unique,
  varchar,
} from "drizzle-orm/mysql-core";
import {
  type Aspect,
  CARE_KINDS,
  CURVE_REASONS,
  ENDINGS,
  MATERIALS,
  PLATES,
  ROAST_LEVELS,
} from "#contract/aspects.ts";
import { SAMPLED_AT } from "#contract/batch.ts";
import { DIAL_SOURCES } from "#contract/card.ts";
import type { StoredCard } from "#contract/cardShape.ts";
import type { HouseSettings } from "#contract/house.ts";
import type { Measure, ReadingKind } from "#contract/measure.ts";
import { type AuditAction, type AuditFields, type AuditSubject, SCOPES } from "#contract/people.ts";
import { RECIPE_STATES } from "#contract/recipe.ts";
import type { ShiftIce } from "#contract/shift.ts";
import type { WallChoices } from "#contract/wall.ts";
import type { Basket } from "#core/brew";
import type { CurvePoint } from "#core/grind";
import { ICED_METHODS } from "#core/iced";
import { ROLES } from "#core/people";
import type { Recipe } from "#core/recipe";
import { SERVES } from "#core/sheet";
import { json } from "./json.ts";

/** Ids are UUIDv7, made by the client: a write sent twice is one write. */
const id = (name = "id") => char(name, { length: 36 });
const name = () => varchar("name", { length: 80 }).notNull();
/** The name while its row is in use, null after: what a unique key on names looks at. */
const liveName = (expression: SQL) =>
  varchar("live_name", { length: 80 }).generatedAlwaysAs(expression, { mode: "virtual" });
/** Place in lists, from 0. */
const position = () => smallint("position").notNull();
const time = (column: string) => datetime(column, { mode: "date", fsp: 3 });

/** The house itself: one row, there from its first start. */
export const house = mysqlTable("house", {
  id: tinyint("id").primaryKey(),
  kind: mysqlEnum("kind", ["demo", "real"]).notNull(),
  name: name(),
  settings: json<HouseSettings>("settings").notNull(),
  /** Counts the changes of the name and the settings. */
  revision: int("revision").notNull().default(1),
  /** One more with every change of settings, equipment, coffees or recipes: a bench read before is out of date. */
  benchRevision: int("bench_revision").notNull().default(0),
  createdAt: time("created_at").notNull(),
});

/** What one transaction at a time may change: its row is written by whoever holds it (`transact.ts`). */
export const locks = mysqlTable("locks", {
  name: varchar("name", { length: 20 }).primaryKey(),
  turn: int("turn").notNull().default(0),
});

/** Counts the changes of a row that people edit: a save that began with an older one is refused. */
const revision = () => int("revision").notNull().default(1);

/** When its figures were last weighed here; null while they are only typed in. */
const measuredAt = () => time("measured_at");

/** Who is at the counter, and what they may do. */
export const people = mysqlTable(
  "people",
  {
    id: id().primaryKey(),
    name: name(),
    role: mysqlEnum("role", ROLES).notNull(),
    /** A slow hash; null for somebody who cannot sign in. */
    pinHash: varchar("pin_hash", { length: 255 }),
    /** A made-up person's PIN, shown at the demo house's door; while there is one, the network stays shut. */
    publicPin: varchar("public_pin", { length: 20 }),
    archived: boolean("archived").notNull().default(false),
    /** The name was taken out of the house; what they did stays, as "a former barista". */
    anonymised: boolean("anonymised").notNull().default(false),
    createdAt: time("created_at").notNull(),
    revision: revision(),
    liveName: liveName(sql`IF(\`archived\`, NULL, \`name\`)`),
  },
  (table) => [unique("people_name").on(table.liveName)],
);

const personId = (column: string) => id(column).references(() => people.id);

/** A shared tablet at which whoever is no lead signs in by tapping a name. */
export const stations = mysqlTable("stations", {
  id: id().primaryKey(),
  name: name(),
  /** SHA-256 of what the tablet's cookie holds. */
  secretHash: char("secret_hash", { length: 64 }).notNull().unique(),
  madeBy: personId("made_by").notNull(),
  createdAt: time("created_at").notNull(),
  endedAt: time("ended_at"),
});

/** Who is signed in where. Rows are made and ended by the sign-in package, which names these columns. */
export const sessions = mysqlTable("sessions", {
  id: id().primaryKey(),
  token: char("token", { length: 32 }).notNull().unique(),
  userId: personId("person_id").notNull(),
  stationId: id("station_id").references(() => stations.id),
  expiresAt: time("expires_at").notNull(),
  createdAt: time("created_at").notNull(),
  updatedAt: time("updated_at").notNull(),
  ipAddress: varchar("ip_address", { length: 64 }),
  userAgent: varchar("user_agent", { length: 400 }),
});

/** Wrong PINs by name, and tries by address. */
export const signInTries = mysqlTable("sign_in_tries", {
  /** "person <id>" or "address <address>". */
  who: varchar("who", { length: 120 }).primaryKey(),
  tries: int("tries").notNull(),
  /** The last one's time for a name, the minute's beginning for an address. */
  at: time("at").notNull(),
});

/** What lets another program in at the API. */
export const tokens = mysqlTable("tokens", {
  id: id().primaryKey(),
  name: name(),
  scope: mysqlEnum("scope", SCOPES).notNull(),
  /** SHA-256: a token is random and long, so that a fast hash does. */
  hash: char("hash", { length: 64 }).notNull().unique(),
  madeBy: personId("made_by").notNull(),
  createdAt: time("created_at").notNull(),
  revokedAt: time("revoked_at"),
});

/** What was changed, by whom: rows are only ever added, and the database itself holds to that. */
export const audit = mysqlTable(
  "audit",
  {
    id: id().primaryKey(),
    at: time("at").notNull(),
    /** Null when the house did it itself, such as its first start. */
    personId: personId("person_id"),
    action: varchar("action", { length: 30 }).$type<AuditAction>().notNull(),
    subject: varchar("subject", { length: 30 }).$type<AuditSubject>().notNull(),
    subjectId: id("subject_id").notNull(),
    before: json<AuditFields>("before"),
    after: json<AuditFields>("after"),
  },
  (table) => [index("audit_at").on(table.at), index("audit_subject").on(table.subject, table.subjectId)],
);

/** Where a row that people keep stands in its list, whether it was taken off it, and how often it was changed. */
const kept = () => ({
  position: position(),
  /** Taken off the bench; cards and batches made with it still name it. */
  removed: boolean("removed").notNull().default(false),
  measuredAt: measuredAt(),
  revision: revision(),
  liveName: liveName(sql`IF(\`removed\`, NULL, \`name\`)`),
});

/** What of it started from a usual one of its kind, and was not measured here yet. */
const typical = () => json<readonly Aspect[]>("typical");

/** A place where coffee is brewed. */
export const sites = mysqlTable(
  "sites",
  {
    id: id().primaryKey(),
    name: name(),
    /** Above the sea: water boils cooler higher up. */
    altitudeM: smallint("altitude_m").notNull(),
    /** IANA name; times are kept in UTC and shown in the site's zone. */
    timeZone: varchar("time_zone", { length: 64 }).notNull(),
    /** ISO 4217. */
    currency: char("currency", { length: 3 }).notNull().default("GBP"),
    ...kept(),
  },
  (table) => [unique("sites_name").on(table.liveName)],
);

const siteId = () =>
  id("site_id")
    .notNull()
    .references(() => sites.id);

/** What lies between the bed and the vessel. */
export const filters = mysqlTable(
  "filters",
  {
    id: id().primaryKey(),
    name: name(),
    material: mysqlEnum("material", MATERIALS).notNull(),
    size: varchar("size", { length: 80 }).notNull().default(""),
    grade: varchar("grade", { length: 80 }).notNull().default(""),
    /** How much it slows the flow, against a usual paper's 1. */
    drag: double("drag").notNull().default(1),
    /** What it keeps of the water by itself, g. */
    waterKeptG: double("water_kept_g").notNull(),
    /** Which side or seam lies where. */
    facing: varchar("facing", { length: 80 }).notNull().default(""),
    /** Minor units of money for a hundred. */
    pricePer100: int("price_per_100"),
    stock: int("stock"),
    ...kept(),
  },
  (table) => [unique("filters_name").on(table.liveName)],
);

const filterId = () =>
  id("filter_id")
    .notNull()
    .references(() => filters.id);

/** A basket as it is noted, whole or not. */
export interface BasketRow extends Pick<Basket, "shape"> {
  readonly topDiameterMm: number | null;
  readonly bottomDiameterMm: number | null;
  readonly heightMm: number | null;
}

/** What brews: a batch brewer with a basket and settings, or what is poured into by hand. */
export const brewers = mysqlTable(
  "brewers",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    name: name(),
    kind: mysqlEnum("kind", ["batch", "hand", "press"]).notNull(),
    filterId: filterId(),
    /** How a brew ends. */
    ending: mysqlEnum("ending", ENDINGS).notNull().default("drained"),
    /** Its measures may each be missing. */
    basket: json<BasketRow>("basket").notNull(),
    /** Settings apart by, least and most, g; delivered = intercept + slope · setting. */
    stepG: double("step_g").notNull(),
    minSettingG: double("min_setting_g").notNull(),
    maxSettingG: double("max_setting_g").notNull(),
    slope: double("slope").notNull(),
    interceptG: double("intercept_g").notNull(),
    doseMinG: double("dose_min_g"),
    doseMaxG: double("dose_max_g").notNull(),
    preferredMinG: double("preferred_min_g"),
    preferredMaxG: double("preferred_max_g"),
    bedDepthMinMm: double("bed_depth_min_mm"),
    bedDepthMaxMm: double("bed_depth_max_mm"),
    /** With its filter and its ending. */
    retentionGPerG: double("retention_g_per_g").notNull(),
    /** Whether the log's pots teach what is retained, or somebody typed it. */
    retentionFrom: mysqlEnum("retention_from", ["typed", "log"]).notNull().default("typed"),
    /** The warmest that was measured at the spray head. */
    sprayTempC: double("spray_temp_c"),
    bypassMaxPct: double("bypass_max_pct"),
    /** One batch, and the rinse between two. */
    cycleMin: double("cycle_min"),
    rinseMin: double("rinse_min"),
    /** Brew water is so much warmer than what drips from the bed. */
    dripDropC: double("drip_drop_c").notNull(),
    /** The same where it is brewed beside and poured over the ice at once; null where nobody read it off. */
    besideDropC: double("beside_drop_c"),
    /** Filters are counted and rinsed with so much water. */
    rinseG: double("rinse_g").notNull(),
    typical: typical(),
    ...kept(),
  },
  (table) => [unique("brewers_name").on(table.siteId, table.liveName)],
);

/** What was read off when something was measured: what a line, a mean or a curve is fitted through. */
export const readings = mysqlTable(
  "readings",
  {
    id: id().primaryKey(),
    kind: varchar("kind", { length: 20 }).$type<ReadingKind>().notNull(),
    /** The brewer's or the vessel's. */
    ownerId: id("owner_id").notNull(),
    figures: json<Readonly<Record<string, number | string | boolean>>>("figures").notNull(),
    position: position(),
  },
  (table) => [index("readings_owner").on(table.ownerId, table.kind)],
);

/** What the coffee ends in. */
export const vessels = mysqlTable(
  "vessels",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    name: name(),
    kind: mysqlEnum("kind", ["dispenser", "pot", "glass", "steel"]).notNull(),
    /** Kept for iced coffee. */
    iced: boolean("iced").notNull(),
    /** Weighed empty, where it was. */
    emptyG: double("empty_g"),
    brimG: double("brim_g").notNull(),
    workingG: double("working_g").notNull(),
    vesselJPerK: double("vessel_j_per_k").notNull(),
    /** How fast it cools: Newton's rate per second, where it was read off. */
    coolingPerS: double("cooling_per_s"),
    /** How long coffee is sold from it. */
    holdMin: double("hold_min"),
    plate: mysqlEnum("plate", PLATES).notNull().default("none"),
    /** What leaves it as steam on its plate. */
    evaporationGPerH: double("evaporation_g_per_h"),
    /** Closed in a bath, what it gives to it, W/K, where it was timed. */
    bathWPerK: double("bath_w_per_k"),
    typical: typical(),
    ...kept(),
  },
  (table) => [unique("vessels_name").on(table.siteId, table.liveName)],
);

export const grinders = mysqlTable(
  "grinders",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    name: name(),
    dialMin: double("dial_min").notNull(),
    dialMax: double("dial_max").notNull(),
    dialStep: double("dial_step").notNull(),
    higherIs: mysqlEnum("higher_is", ["coarser", "finer"]).notNull(),
    /** Ground and thrown away when the dial is changed. */
    purgeG: double("purge_g").notNull(),
    /** This grinder's own rule, in dial units; the house's when it has none. */
    ruleUnits: double("rule_units"),
    ruleIcedUnits: double("rule_iced_units"),
    typical: typical(),
    ...kept(),
  },
  (table) => [unique("grinders_name").on(table.siteId, table.liveName)],
);

/** What a dial grinds, from some day on: new burrs start another one, and what was logged keeps the old. */
export const grinderCurves = mysqlTable(
  "grinder_curves",
  {
    id: id().primaryKey(),
    grinderId: id("grinder_id")
      .notNull()
      .references(() => grinders.id),
    version: smallint("version").notNull(),
    why: mysqlEnum("why", CURVE_REASONS).notNull(),
    points: json<readonly CurvePoint[]>("points").notNull(),
    since: time("since").notNull(),
  },
  (table) => [unique("grinder_curve").on(table.grinderId, table.version)],
);

/** Settings of two grinders that grind alike. */
export const grinderPairs = mysqlTable("grinder_pairs", {
  id: id().primaryKey(),
  fromGrinderId: id("from_grinder_id")
    .notNull()
    .references(() => grinders.id),
  toGrinderId: id("to_grinder_id")
    .notNull()
    .references(() => grinders.id),
  fromSetting: double("from_setting").notNull(),
  toSetting: double("to_setting").notNull(),
});

export const iceSources = mysqlTable(
  "ice_sources",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    name: name(),
    iceTempC: double("ice_temp_c").notNull(),
    iceWetShare: double("ice_wet_share").notNull(),
    heapGPerMl: double("heap_g_per_ml").notNull(),
    kgPerDay: double("kg_per_day"),
    storeKg: double("store_kg"),
    pieceMm: double("piece_mm"),
    /** Of what it holds and makes, drawn by other drinks. */
    otherShare: double("other_share").notNull().default(0),
    ...kept(),
  },
  (table) => [unique("ice_sources_name").on(table.siteId, table.liveName)],
);

/** Drinking water, as its sheet or a test says. */
export const waters = mysqlTable(
  "waters",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    name: name(),
    source: varchar("source", { length: 80 }).notNull().default(""),
    testedOn: date("tested_on", { mode: "string" }),
    /** mg/l; hardness and alkalinity as calcium carbonate. */
    hardnessMgL: double("hardness_mg_l").notNull(),
    alkalinityMgL: double("alkalinity_mg_l").notNull(),
    solidsMgL: double("solids_mg_l"),
    ...kept(),
  },
  (table) => [unique("waters_name").on(table.siteId, table.liveName)],
);

export const scales = mysqlTable(
  "scales",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    name: name(),
    capacityG: double("capacity_g").notNull(),
    stepG: double("step_g").notNull(),
    /** The last check with a weight, and what the scale said of it. */
    checkedOn: date("checked_on", { mode: "string" }),
    checkWeightG: double("check_weight_g"),
    checkReadG: double("check_read_g"),
    ...kept(),
  },
  (table) => [unique("scales_name").on(table.siteId, table.liveName)],
);

/** What is looked after, by days, by litres brewed or by kg ground. */
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
    ...kept(),
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

export const coffees = mysqlTable(
  "coffees",
  {
    id: id().primaryKey(),
    name: name(),
    character: varchar("character", { length: 80 }).notNull(),
    process: varchar("process", { length: 80 }).notNull().default(""),
    roastLevel: mysqlEnum("roast_level", ROAST_LEVELS).notNull().default("medium"),
    densityGPerMl: double("density_g_per_ml").notNull(),
    roastedOn: date("roasted_on", { mode: "string" }),
    stockG: double("stock_g"),
    lowStockG: double("low_stock_g"),
    /** Minor units of the house's money per kg. */
    pricePerKg: int("price_per_kg"),
    note: varchar("note", { length: 400 }).notNull().default(""),
    typical: typical(),
    ...kept(),
  },
  (table) => [unique("coffees_name").on(table.liveName)],
);

export const cups = mysqlTable(
  "cups",
  {
    id: id().primaryKey(),
    name: name(),
    volumeMl: smallint("volume_ml").notNull(),
    /** What is poured into it; the rest is head-room, ice or milk. */
    fillG: double("fill_g"),
    serve: mysqlEnum("serve", SERVES).notNull(),
    ...kept(),
  },
  (table) => [unique("cups_name").on(table.liveName)],
);

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

/** What a house knows of a brewer and a grinder together beyond the model, and what it was fitted to. */
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
    at: time("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.brewerId, table.grinderId] })],
);

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

/** One site's list for one day, whose lines are changed together. */
export const shifts = mysqlTable(
  "shifts",
  {
    siteId: siteId(),
    day: date("day", { mode: "string" }).notNull(),
    changedBy: personId("changed_by").notNull(),
    changedAt: time("changed_at").notNull(),
    /** The hours of iced service and what its ice sources have; null while nobody said. */
    ice: json<ShiftIce>("ice"),
    revision: revision(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.day] })],
);

/** What one site brews on one day. */
export const shiftItems = mysqlTable("shift_items", {
  id: id().primaryKey(),
  siteId: siteId(),
  day: date("day", { mode: "string" }).notNull(),
  cardId: id("card_id")
    .notNull()
    .references(() => cards.id),
  batches: smallint("batches").notNull(),
  position: position(),
});

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
  },
  (table) => [
    index("standards_place").on(table.siteId, table.coffeeId, table.brewerId),
    index("standards_batch").on(table.batchId),
  ],
);

/** What hangs on a site's wall for a coffee, as a lead chose it; the usual choice where there is no row. */
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

/** What a barista measured, until a lead has looked at it. */
export const proposals = mysqlTable(
  "proposals",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    personId: personId("person_id").notNull(),
    at: time("at").notNull(),
    measure: json<Measure>("measure").notNull(),
    state: mysqlEnum("state", ["waiting", "accepted", "declined"]).notNull().default("waiting"),
    decidedBy: personId("decided_by"),
    decidedAt: time("decided_at"),
  },
  (table) => [index("proposals_site").on(table.siteId, table.state)],
);
