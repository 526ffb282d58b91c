import { and, desc, eq, isNull } from "drizzle-orm";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { people, sessions, stations } from "./schema/index.ts";
import { transact } from "./transact.ts";

export interface NewStation {
  readonly id: string;
  readonly name: string;
  readonly secretHash: string;
}

/** Makes a tablet a station, until a lead ends it. The same id again is refused: its secret was another one. */
export function addStation(
  db: Database,
  station: NewStation,
  by: Act & { readonly personId: string },
): Promise<Result<undefined, { readonly code: "stale" }>> {
  return transact(db, async (tx) => {
    const { id, name } = station;
    const [known] = await tx.select({ id: stations.id }).from(stations).where(eq(stations.id, id));
    if (known) return fail({ code: "stale" });
    await tx.insert(stations).values({ ...station, madeBy: by.personId, createdAt: by.at });
    await record(tx, by, { action: "added", subject: "station", subjectId: id, after: { name } });
    return ok(undefined);
  });
}

/** The station whose tablet holds the secret, if it is one still. */
export async function findStation(db: Database, secretHash: string) {
  const [row] = await db
    .select({ id: stations.id, name: stations.name })
    .from(stations)
    .where(and(eq(stations.secretHash, secretHash), isNull(stations.endedAt)));
  return row;
}

export function listStations(db: Database) {
  return db
    .select({
      id: stations.id,
      name: stations.name,
      madeBy: people.name,
      createdAt: stations.createdAt,
    })
    .from(stations)
    .innerJoin(people, eq(people.id, stations.madeBy))
    .where(isNull(stations.endedAt))
    .orderBy(desc(stations.createdAt));
}

/** The tablet is a station no more, and whoever is signed in on it is not. */
export async function endStation(db: Database, id: string, by: Act): Promise<void> {
  await transact(db, async (tx) => {
    const [station] = await tx
      .select()
      .from(stations)
      .where(and(eq(stations.id, id), isNull(stations.endedAt)))
      .for("update");
    if (!station) return;
    await tx.update(stations).set({ endedAt: by.at }).where(eq(stations.id, id));
    await tx.delete(sessions).where(eq(sessions.stationId, id));
    const { name } = station;
    await record(tx, by, { action: "ended", subject: "station", subjectId: id, before: { name } });
  });
}
