import { and, desc, eq, gte, lt, type SQL } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import type { AuditFields, AuditSubject } from "#contract/peopleKinds.ts";
import type { Database } from "./connection.ts";
import { audit, people } from "./schema/index.ts";
import type { Transaction } from "./transact.ts";

/** Whose change it is, and when; `personId` is null for the house's own. */
export interface Act {
  readonly personId: string | null;
  readonly at: Date;
}

type AuditLine = Pick<typeof audit.$inferInsert, "action" | "subject" | "subjectId"> & {
  readonly before?: AuditFields;
  readonly after?: AuditFields;
};

/** Adds a line to the audit trail; part of the transaction that makes the change. */
export async function record(tx: Transaction, by: Act, line: AuditLine): Promise<void> {
  await tx.insert(audit).values({ id: uuidv7(), ...by, ...line });
}

export interface AuditFilter {
  readonly personId?: string;
  readonly subject?: AuditSubject;
  readonly subjectId?: string;
  /** From this time on, and before that. */
  readonly from?: Date;
  readonly before?: Date;
}

/** Lines on one page of the trail. */
export const AUDIT_PAGE = 50;

/**
 * The newest lines that the filter lets through, with who did it.
 *
 * @param page from 0
 * @returns up to one more than `AUDIT_PAGE`: the last one only tells that there is another page
 */
export function readAudit(db: Database, filter: AuditFilter, page = 0) {
  const wanted: SQL[] = [];
  if (filter.personId) wanted.push(eq(audit.personId, filter.personId));
  if (filter.subject) wanted.push(eq(audit.subject, filter.subject));
  if (filter.subjectId) wanted.push(eq(audit.subjectId, filter.subjectId));
  if (filter.from) wanted.push(gte(audit.at, filter.from));
  if (filter.before) wanted.push(lt(audit.at, filter.before));
  return db
    .select({
      id: audit.id,
      at: audit.at,
      personId: audit.personId,
      person: people.name,
      action: audit.action,
      subject: audit.subject,
      subjectId: audit.subjectId,
      before: audit.before,
      after: audit.after,
    })
    .from(audit)
    .leftJoin(people, eq(people.id, audit.personId))
    .where(and(...wanted))
    .orderBy(desc(audit.at), desc(audit.id))
    .limit(AUDIT_PAGE + 1)
    .offset(page * AUDIT_PAGE);
}

/** Takes a person's names out of the lines about them; the database lets it through for nobody else. */
export async function forgetNames(tx: Transaction, personId: string, name: string): Promise<void> {
  const lines = await tx
    .select()
    .from(audit)
    .where(and(eq(audit.subject, "person"), eq(audit.subjectId, personId)));
  for (const { id, before, after } of lines) {
    const without = (fields: AuditFields | null) =>
      fields && ("name" in fields ? { ...fields, name } : fields);
    await tx
      .update(audit)
      .set({ before: without(before), after: without(after) })
      .where(eq(audit.id, id));
  }
}
