import { and, asc, eq } from "drizzle-orm";
import type { Measure } from "#contract/measure.ts";
import type { AuditSubject } from "#contract/peopleKinds.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { people, proposals } from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import { transact } from "./transact.ts";

export interface Proposal {
  readonly id: string;
  readonly at: Date;
  readonly person: string;
  readonly measure: Measure;
}

interface Proposed {
  readonly id: string;
  readonly siteId: string;
  readonly measure: Measure;
  readonly subject: AuditSubject;
}

/** Proposals that wait for a lead at a site, the oldest first. */
export function readProposals(db: Database, siteId: string): Promise<Proposal[]> {
  return db
    .select({ id: proposals.id, at: proposals.at, person: people.name, measure: proposals.measure })
    .from(proposals)
    .innerJoin(people, eq(people.id, proposals.personId))
    .where(and(eq(proposals.siteId, siteId), eq(proposals.state, "waiting")))
    .orderBy(asc(proposals.at));
}

/** Keeps what somebody measured, for a lead to look at; sent twice, it is once. */
export function keepProposal(
  db: Database,
  { id, siteId, measure, subject }: Proposed,
  by: Act & { readonly personId: string },
): Promise<Result<undefined, { readonly code: "stale" }>> {
  return transact(db, async (tx) => {
    const [known] = await tx.select().from(proposals).where(eq(proposals.id, id));
    const before = sentBefore(known, { siteId, measure });
    if (before === "other") return fail({ code: "stale" });
    if (before === "again") return ok(undefined);
    await tx.insert(proposals).values({ id, siteId, measure, personId: by.personId, at: by.at });
    await record(tx, by, { action: "proposed", subject, subjectId: measure.of.id });
    return ok(undefined);
  });
}

/**
 * Takes a proposal off the list, if it still waits.
 *
 * @returns what was measured; undefined when somebody else decided it
 */
export function decideProposal(
  db: Database,
  { id, accept }: { readonly id: string; readonly accept: boolean },
  subjectOf: (measure: Measure) => AuditSubject,
  by: Act & { readonly personId: string },
): Promise<Measure | undefined> {
  return transact(db, async (tx) => {
    const [row] = await tx.select().from(proposals).where(eq(proposals.id, id)).for("update");
    if (row?.state !== "waiting") return undefined;
    await tx
      .update(proposals)
      .set({ state: accept ? "accepted" : "declined", decidedBy: by.personId, decidedAt: by.at })
      .where(eq(proposals.id, id));
    if (!accept) {
      const subjectId = row.measure.of.id;
      await record(tx, by, { action: "declined", subject: subjectOf(row.measure), subjectId });
    }
    return row.measure;
  });
}
