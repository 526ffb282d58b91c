import { and, desc, eq, gt, inArray, lte, sql } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { prepared } from "./prepared.ts";
import { people, sessions, stations } from "./schema/index.ts";

/** Who is signed in where; a person's own, or everybody's. */
export function listSessions(db: Database, now: Date, personId?: string) {
  return db
    .select({
      id: sessions.id,
      personId: sessions.personId,
      person: people.name,
      role: people.role,
      station: stations.name,
      createdAt: sessions.createdAt,
      seenAt: sessions.seenAt,
      userAgent: sessions.userAgent,
    })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .leftJoin(stations, eq(stations.id, sessions.stationId))
    .where(and(gt(sessions.expiresAt, now), personId ? eq(sessions.personId, personId) : undefined))
    .orderBy(desc(sessions.seenAt));
}

/** A session that ends later than this from now was made before the clock was set back: it counts no more, ms. */
export const LONGEST_SESSION_MS = 31 * 60_000;

const counting = prepared((db) =>
  db
    .select({
      id: sessions.id,
      seenAt: sessions.seenAt,
      station: { id: stations.id, name: stations.name },
      person: { id: people.id, name: people.name, role: people.role },
    })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .leftJoin(stations, eq(stations.id, sessions.stationId))
    .where(
      and(
        eq(sessions.tokenHash, sql.placeholder("tokenHash")),
        gt(sessions.expiresAt, sql.placeholder("now")),
        lte(sessions.expiresAt, sql.placeholder("latest")),
        eq(people.archived, false),
      ),
    )
    .prepare(),
);

/** A session that counts still, with its person and station. */
export async function findSession(db: Database, tokenHash: string, now: Date) {
  const latest = new Date(now.getTime() + LONGEST_SESSION_MS);
  return (await counting(db).execute({ tokenHash, now, latest }))[0];
}

export type FoundSession = NonNullable<Awaited<ReturnType<typeof findSession>>>;

/** Of some sessions, those that count still. */
export async function countingSessions(
  db: Database,
  ids: readonly string[],
  now: Date,
): Promise<ReadonlySet<string>> {
  if (ids.length === 0) return new Set();
  const rows = await db
    .select({ id: sessions.id })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .where(and(inArray(sessions.id, [...ids]), gt(sessions.expiresAt, now), eq(people.archived, false)));
  return new Set(rows.map(({ id }) => id));
}

/** Keeps a session that is used from ending by itself. */
export async function extendSession(db: Database, id: string, now: Date, expiresAt: Date): Promise<void> {
  await db.update(sessions).set({ seenAt: now, expiresAt }).where(eq(sessions.id, id));
}

/** Signs somebody in: from now on whoever holds the token is them. */
export async function addSession(db: Database, session: typeof sessions.$inferInsert): Promise<void> {
  await db.insert(sessions).values(session);
}

/** Whose session it is. */
export async function readSession(db: Database, id: string) {
  const [row] = await db.select().from(sessions).where(eq(sessions.id, id));
  return row;
}

export async function endSession(db: Database, id: string): Promise<void> {
  await db.delete(sessions).where(eq(sessions.id, id));
}

/** Ends the session of whoever holds the token, if there is one. */
export async function endSessionOf(db: Database, tokenHash: string): Promise<void> {
  await db.delete(sessions).where(eq(sessions.tokenHash, tokenHash));
}
