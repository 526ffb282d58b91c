import { and, asc, eq, or } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { readPerson } from "./people.ts";
import { audit, cards, sessions, shifts } from "./schema/index.ts";

/** Everything that the house keeps about one person, but for what would let somebody else in. */
export async function readRecord(db: Database, personId: string) {
  const person = await readPerson(db, personId);
  if (!person) return undefined;
  const [signIns, kept, lists, trail] = await Promise.all([
    db
      .select({
        from: sessions.createdAt,
        lastSeen: sessions.seenAt,
        until: sessions.expiresAt,
        address: sessions.ipAddress,
        browser: sessions.userAgent,
      })
      .from(sessions)
      .where(eq(sessions.personId, personId)),
    db
      .select({ id: cards.id, at: cards.createdAt })
      .from(cards)
      .where(eq(cards.madeBy, personId))
      .orderBy(asc(cards.createdAt)),
    db
      .select({ siteId: shifts.siteId, day: shifts.day, at: shifts.changedAt })
      .from(shifts)
      .where(eq(shifts.changedBy, personId)),
    db
      .select()
      .from(audit)
      .where(
        or(eq(audit.personId, personId), and(eq(audit.subject, "person"), eq(audit.subjectId, personId))),
      )
      .orderBy(asc(audit.at)),
  ]);
  const { id, name, role, archived, createdAt } = person;
  return {
    person: { id, name, role, archived, createdAt },
    signIns,
    cardsKept: kept,
    listsChangedLast: lists,
    auditTrail: trail,
  };
}
