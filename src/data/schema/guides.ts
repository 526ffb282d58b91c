import { bigint, index, mysqlTable } from "drizzle-orm/mysql-core";
import type { StoredCard } from "#contract/cardShape.ts";
import type { GuideTape } from "#contract/guideKinds.ts";
import type { BrewInput } from "#core/brew";
import type { GuideEvent } from "#core/guide";
import { json } from "#data/json.ts";
import { cards } from "./cards.ts";
import { id, name, time } from "./columns.ts";
import { personId } from "./people.ts";
import { siteId } from "./sites.ts";

/** A batch that is brewed step by step; its card as it was when it began, whatever becomes of the card. */
export const guides = mysqlTable(
  "guides",
  {
    id: id().primaryKey(),
    siteId: siteId(),
    cardId: id("card_id")
      .notNull()
      .references(() => cards.id),
    sheet: json<StoredCard>("sheet").notNull(),
    /** Named on every screen while it runs. */
    coffee: name("coffee"),
    brewer: name("brewer"),
    /** As the forecast takes it; null where its bed or its grind is not known. */
    brew: json<BrewInput>("brew"),
    startedBy: personId("started_by").notNull(),
    at: time("at").notNull(),
    /** When the house heard of its first water; null while somebody gets ready. */
    begunAt: time("begun_at"),
    /** When it was logged, or left; null while it runs. */
    endedAt: time("ended_at"),
    /** The batch in the log that it becomes: named by whoever ends it first. */
    batchId: id("batch_id"),
    /** What scales said while it ran. */
    tapes: json<readonly GuideTape[]>("tapes"),
  },
  (table) => [index("guides_site").on(table.siteId, table.endedAt), index("guides_batch").on(table.batchId)],
);

/** What happened in a guide, from every device that steers it. */
export const guideEvents = mysqlTable(
  "guide_events",
  {
    id: id().primaryKey(),
    guideId: id("guide_id")
      .notNull()
      .references(() => guides.id),
    atMs: bigint("at_ms", { mode: "number" }).notNull(),
    event: json<GuideEvent>("event").notNull(),
    personId: personId("person_id").notNull(),
    keptAt: time("kept_at").notNull(),
  },
  (table) => [index("guide_events_guide").on(table.guideId, table.atMs)],
);
