import { sql } from "drizzle-orm";
import {
  bigint,
  boolean,
  char,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  unique,
  varchar,
} from "drizzle-orm/mysql-core";
import type { AuditAction, AuditFields, AuditSubject } from "#contract/peopleKinds.ts";
import { SCOPES } from "#contract/peopleKinds.ts";
import { ROLES } from "#core/people";
import { json } from "#data/json.ts";
import { id, liveName, name, revision, time } from "./columns.ts";

/** Longest address and browser's name of a sign-in that are kept, characters. */
export const MOST_ADDRESS = 64;
export const MOST_USER_AGENT = 400;

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

export const personId = (column: string) => id(column).references(() => people.id);

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

/** Who is signed in where. */
export const sessions = mysqlTable("sessions", {
  id: id().primaryKey(),
  /** SHA-256 of what the browser's cookie holds. */
  tokenHash: char("token_hash", { length: 64 }).notNull().unique(),
  personId: personId("person_id").notNull(),
  stationId: id("station_id").references(() => stations.id),
  expiresAt: time("expires_at").notNull(),
  createdAt: time("created_at").notNull(),
  seenAt: time("updated_at").notNull(),
  ipAddress: varchar("ip_address", { length: MOST_ADDRESS }),
  userAgent: varchar("user_agent", { length: MOST_USER_AGENT }),
});

/** Tries and requests that are counted; the package that counts them names these columns, and their order. */
export const limits = mysqlTable("limits", {
  /** "<limit>:<who>". */
  key: varchar("key", { length: 255 }).primaryKey(),
  points: int("points").notNull().default(0),
  /** When they are forgotten, ms since 1970. */
  expire: bigint("expire", { mode: "number", unsigned: true }),
});

/** Tokens that let another program in at the API. */
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

/** The audit trail: rows are only ever added, and the database itself holds to that. */
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
