import {
  boolean,
  date,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  smallint,
  unique,
  varchar,
} from "drizzle-orm/mysql-core";
import { CURVE_REASONS, ENDINGS, MARKS, MATERIALS, PLATES } from "#contract/aspects.ts";
import type { Measure, ReadingKind } from "#contract/measure.ts";
import type { Basket } from "#core/brew";
import type { CurvePoint } from "#core/grind";
import { json } from "#data/json.ts";
import { id, name, position, thingColumns, time, typical } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** Filters, between the bed and the vessel. */
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
    /** Water that the filter keeps by itself, g. */
    waterKeptG: double("water_kept_g").notNull(),
    /** Which side or seam lies where. */
    facing: varchar("facing", { length: 80 }).notNull().default(""),
    /** Minor units of money for a hundred. */
    pricePer100: int("price_per_100"),
    stock: int("stock"),
    ...thingColumns(),
  },
  (table) => [unique("filters_name").on(table.liveName)],
);

export const filterId = () =>
  id("filter_id")
    .notNull()
    .references(() => filters.id);

/** A basket as it is noted, whole or not. */
export interface BasketRow extends Pick<Basket, "shape"> {
  readonly topDiameterMm: number | null;
  readonly bottomDiameterMm: number | null;
  readonly heightMm: number | null;
}

/** Brewers: with a basket and settings, or poured into by hand. */
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
    /** How its settings are marked, and how much one marked cup is, g. */
    marks: mysqlEnum("marks", MARKS).notNull().default("litres"),
    cupMarkG: double("cup_mark_g"),
    /** Whether a switch on it says how fast it sprays. */
    flowSwitch: boolean("flow_switch").notNull().default(false),
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
    ...thingColumns(),
  },
  (table) => [unique("brewers_name").on(table.siteId, table.liveName)],
);

/** Readings of a measurement, which a line, a mean or a curve is fitted through. */
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

/** Vessels that the coffee ends in. */
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
    /** Evaporation on its plate, g/h. */
    evaporationGPerH: double("evaporation_g_per_h"),
    /** Closed in a bath, what it gives to it, W/K, where it was timed. */
    bathWPerK: double("bath_w_per_k"),
    typical: typical(),
    ...thingColumns(),
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
    /** Whether the words printed on it are meant for small home pots. */
    homeLegend: boolean("home_legend").notNull().default(false),
    /** Ground and thrown away when the dial is changed. */
    purgeG: double("purge_g").notNull(),
    /** This grinder's own rule, in dial units; the house's when it has none. */
    ruleUnits: double("rule_units"),
    ruleIcedUnits: double("rule_iced_units"),
    typical: typical(),
    ...thingColumns(),
  },
  (table) => [unique("grinders_name").on(table.siteId, table.liveName)],
);

/** A dial's curves, each from some day on: new burrs start another one, and logged batches keep the old. */
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
    ...thingColumns(),
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
    ...thingColumns(),
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
    ...thingColumns(),
  },
  (table) => [unique("scales_name").on(table.siteId, table.liveName)],
);

/** Baristas' measurements, until a lead has looked at them. */
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
