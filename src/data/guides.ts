import { and, asc, desc, eq, gte, inArray, isNull, or, Param, sql } from "drizzle-orm";
import type { CardSheet } from "#contract/card.ts";
import { currentCard } from "#contract/cardShape.ts";
import type { GuideRefusal, GuideTape } from "#contract/guideKinds.ts";
import type { GuideEvent } from "#core/guide";
import { fail, ok, type Result } from "#core/result";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { prepared } from "./prepared.ts";
import { guideEvents, guides, people } from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import type { Transaction } from "./transact.ts";

type Refused = { readonly code: GuideRefusal };
type By = Act & { readonly personId: string };

/** A guide as it is kept, its card in the shape of now. */
export type Guide = Omit<typeof guides.$inferSelect, "sheet"> & { readonly sheet: CardSheet };

/** Guides that run at a site at once; nobody has so many hands. */
const MOST_RUNNING = 20;

/** Begins a guide; sent twice it is one, with the card as it was first. */
export async function insertGuide(
  tx: Transaction,
  guide: Pick<Guide, "id" | "siteId" | "cardId" | "sheet" | "brew">,
  { personId, at }: By,
): Promise<Result<{ isNew: boolean }, Refused>> {
  const [known] = await tx.select().from(guides).where(eq(guides.id, guide.id));
  const before = sentBefore(known, { cardId: guide.cardId });
  if (before === "other") return fail({ code: "stale" });
  if (before === "again") return ok({ isNew: false });
  const { coffee, brewer } = guide.sheet.madeWith;
  await tx.insert(guides).values({ ...guide, coffee, brewer, startedBy: personId, at });
  return ok({ isNew: true });
}

/** A guide with all that happened in it; undefined where there is none. */
export async function findGuide(db: Database, id: string) {
  const [row] = await db
    .select({ guide: guides, person: people.name })
    .from(guides)
    .innerJoin(people, eq(people.id, guides.startedBy))
    .where(eq(guides.id, id));
  if (!row) return undefined;
  return { ...asGuide(row.guide), person: row.person, events: (await readEvents(db, [id])).get(id) ?? [] };
}

/** From when on guides count as running: those whose water has run, and those that somebody only gets ready for. */
export interface RunningSince {
  readonly begun: Date;
  readonly gettingReady: Date;
}

/**
 * The guides that run at a site, the newest first, with all that happened in them.
 *
 * @param ownId one that counts however old it is, while nobody has ended it
 */
export async function readRunning(
  db: Database,
  siteId: string,
  since: RunningSince,
  ownId: string | undefined,
) {
  const isCounted = or(
    gte(guides.begunAt, since.begun),
    and(isNull(guides.begunAt), gte(guides.at, since.gettingReady)),
    ownId === undefined ? undefined : eq(guides.id, ownId),
  );
  const rows = await db
    .select()
    .from(guides)
    .where(and(eq(guides.siteId, siteId), isNull(guides.endedAt), isCounted))
    .orderBy(desc(sql`${guides.id} = ${ownId ?? ""}`), desc(guides.at), desc(guides.id))
    .limit(MOST_RUNNING);
  const events = await readEvents(
    db,
    rows.map(({ id }) => id),
  );
  return rows.map((row) => ({ ...asGuide(row), events: events.get(row.id) ?? [] }));
}

const brewing = prepared((db) =>
  db
    .select({ id: guides.id, coffee: guides.coffee, brewer: guides.brewer })
    .from(guides)
    .where(
      and(
        eq(guides.siteId, sql.placeholder("siteId")),
        isNull(guides.endedAt),
        gte(guides.begunAt, new Param(sql.placeholder("begun"), guides.begunAt)),
      ),
    )
    .orderBy(desc(guides.at), desc(guides.id))
    .limit(MOST_RUNNING)
    .prepare(),
);

/** The guides of a site whose water has run, by what they brew. */
export function readBrewing(db: Database, siteId: string, { begun }: Pick<RunningSince, "begun">) {
  return brewing(db).execute({ siteId, begun });
}

/** The guide that a batch was brewed by, with all that happened in it; undefined where it was brewed without one. */
export async function findGuideOfBatch(db: Database, batchId: string) {
  const [row] = await db.select().from(guides).where(eq(guides.batchId, batchId));
  if (!row) return undefined;
  return { ...asGuide(row), events: (await readEvents(db, [row.id])).get(row.id) ?? [] };
}

function asGuide(row: typeof guides.$inferSelect): Guide {
  return { ...row, sheet: currentCard(row.sheet) };
}

async function readEvents(db: Database, ids: readonly string[]): Promise<ReadonlyMap<string, GuideEvent[]>> {
  const found = new Map<string, GuideEvent[]>();
  if (ids.length === 0) return found;
  const rows = await db
    .select({ guideId: guideEvents.guideId, event: guideEvents.event })
    .from(guideEvents)
    .where(inArray(guideEvents.guideId, [...ids]))
    .orderBy(asc(guideEvents.atMs), asc(guideEvents.id));
  for (const { guideId, event } of rows) found.set(guideId, [...(found.get(guideId) ?? []), event]);
  return found;
}

/**
 * Keeps events of a guide, each once, whoever sent it first. What comes after its end is kept, too, and changes nothing.
 *
 * @returns those that were not kept before
 */
export async function keepGuideEvents(
  tx: Transaction,
  guideId: string,
  events: readonly GuideEvent[],
  { personId, at }: By,
): Promise<Result<readonly GuideEvent[], Refused>> {
  // Of two who send the same at once the second waits here, and finds it known.
  const [guide] = await tx.select({ id: guides.id }).from(guides).where(eq(guides.id, guideId)).for("update");
  if (!guide) return fail({ code: "notThere" });
  const ids = events.map(({ id }) => id);
  const known = await tx.select({ id: guideEvents.id }).from(guideEvents).where(inArray(guideEvents.id, ids));
  const rows = events.map((event) => ({
    id: event.id,
    guideId,
    atMs: event.atMs,
    event,
    personId,
    keptAt: at,
  }));
  await tx.insert(guideEvents).ignore().values(rows);
  if (events.some(({ kind }) => kind === "begun"))
    await tx
      .update(guides)
      .set({ begunAt: at })
      .where(and(eq(guides.id, guideId), isNull(guides.begunAt)));
  if (events.some(({ kind }) => kind === "left"))
    await endGuide(tx, guideId, { at, batchId: null, tapes: null });
  return ok(events.filter(({ id }) => !known.some((each) => each.id === id)));
}

/** Names the batch that a guide becomes; refused where somebody else has named another. */
export async function claimGuide(
  tx: Transaction,
  guideId: string,
  batchId: string,
): Promise<Result<object, Refused>> {
  const [guide] = await tx.select().from(guides).where(eq(guides.id, guideId)).for("update");
  if (!guide) return fail({ code: "notThere" });
  if (guide.batchId !== null) return guide.batchId === batchId ? ok({}) : fail({ code: "ended" });
  await tx.update(guides).set({ batchId }).where(eq(guides.id, guideId));
  return ok({});
}

/** Takes the name back where the batch could not be logged. */
export async function releaseGuide(tx: Transaction, guideId: string, batchId: string): Promise<void> {
  await tx
    .update(guides)
    .set({ batchId: null })
    .where(and(eq(guides.id, guideId), eq(guides.batchId, batchId), isNull(guides.endedAt)));
}

/** Ends a guide that runs, with its batch and what its scales said; one that has ended stays as it is. */
export async function endGuide(
  tx: Transaction,
  guideId: string,
  {
    at,
    batchId,
    tapes,
  }: { readonly at: Date; readonly batchId: string | null; readonly tapes: readonly GuideTape[] | null },
): Promise<void> {
  await tx
    .update(guides)
    .set({ endedAt: at, batchId, tapes })
    .where(and(eq(guides.id, guideId), isNull(guides.endedAt)));
}
