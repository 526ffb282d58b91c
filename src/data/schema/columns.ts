import { type SQL, sql } from "drizzle-orm";
import { boolean, char, datetime, int, smallint, varchar } from "drizzle-orm/mysql-core";
import type { Aspect } from "#contract/aspects.ts";
import { json } from "#data/json.ts";

/** Ids are UUIDv7, made by the client: a write sent twice is one write. */
export const id = (name = "id") => char(name, { length: 36 });
export const name = (column = "name") => varchar(column, { length: 80 }).notNull();
/** The name while its row is in use, null after: what a unique key on names looks at. */
export const liveName = (expression: SQL) =>
  varchar("live_name", { length: 80 }).generatedAlwaysAs(expression, { mode: "virtual" });
/** Place in lists, from 0. */
export const position = () => smallint("position").notNull();
export const time = (column: string) => datetime(column, { mode: "date", fsp: 3 });

/** Counts the changes of a row that people edit: a save that began with an older one is refused. */
export const revision = () => int("revision").notNull().default(1);

/** When its figures were last weighed here; null while they are only typed in. */
export const measuredAt = () => time("measured_at");

/** Where a row that people keep stands in its list, whether it was taken off it, and how often it was changed. */
export const thingColumns = () => ({
  position: position(),
  /** Taken off the bench; cards and batches made with it still name it. */
  removed: boolean("removed").notNull().default(false),
  measuredAt: measuredAt(),
  revision: revision(),
  liveName: liveName(sql`IF(\`removed\`, NULL, \`name\`)`),
});

/** Aspects that started from a usual one of the kind, and were not measured here yet. */
export const typical = () => json<readonly Aspect[]>("typical");
