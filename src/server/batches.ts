import type { BatchRow, LoggedBatch } from "#contract/batch.ts";
import { uuid } from "#contract/card.ts";
import { learnRetention } from "#core/measure";
import type { Result } from "#core/result";
import { type Act, readAudit } from "#data/audit.ts";
import {
  type BatchFailure,
  type BatchFilter,
  correctBatch,
  type KeptBatch,
  logBatch,
  readYields,
} from "#data/batches.ts";
import type { Database } from "#data/connection.ts";
import { keepMeasured } from "#data/measures.ts";
import { findThing } from "#data/things.ts";
import { transact } from "#data/transact.ts";
import { batchSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { relearn } from "./fits.ts";
import { logFailure } from "./log.ts";
import { followChange } from "./standards.ts";

/** A batch cannot have been brewed after this moment; a tablet's clock may be a little ahead. */
const AHEAD_MS = 120_000;

/** What became of a batch that was logged or corrected. */
export interface Logged {
  /** Cards that rested on the batch and changed with it, where it was approved. */
  readonly followed?: number;
  /** The batch as somebody else left it, where they were faster: nothing was kept. */
  readonly theirs?: BatchByOthers;
}

/** A batch as somebody else logged or corrected it last. */
export interface BatchByOthers extends BatchRow {
  readonly changedBy: string;
}

/** Logs a batch; a brewer that learns from the log learns from it at once. */
export async function log(batch: LoggedBatch, by: Act): Promise<Logged> {
  await judge(batch);
  const kept = await keptOrTheirs(database(), await logBatch(database(), batch, by));
  if ("theirs" in kept) return kept;
  await learnFrom(kept, by);
  return {};
}

/** Corrects a batch that was logged wrongly. */
export async function correct(
  { revision, ...batch }: LoggedBatch & { readonly revision: number },
  by: Act,
): Promise<Logged> {
  await judge(batch);
  const { id, ...change } = batch;
  return changeBatch({ id, revision }, change, by);
}

/** Takes a batch out of the log, or puts it back. */
export async function takeOut(
  { id, revision, removed }: { readonly id: string; readonly revision: number; readonly removed: boolean },
  by: Act,
): Promise<Logged> {
  const taken = await changeBatch({ id, revision }, { removed }, by);
  if (taken.theirs) throw new Refusal(batchSentence("stale"), { code: "stale" });
  return taken;
}

/** A batch and all that rests on it change together, or not at all. */
async function changeBatch(
  which: { readonly id: string; readonly revision: number },
  change: Parameters<typeof correctBatch>[2],
  by: Act,
): Promise<Logged> {
  const { kept, followed } = await transact(database(), async (tx) => {
    const kept = await keptOrTheirs(tx, await correctBatch(tx, which, change, by));
    const touched = "theirs" in kept ? undefined : kept.touched;
    return { kept, followed: touched && (await followChange(tx, { batchId: which.id, touched }, by)) };
  });
  if ("theirs" in kept) return kept;
  await learnFrom(kept, by);
  return followed === undefined ? {} : { followed };
}

/** The fields of a batch that name what it was brewed from. */
const LINK_FIELDS: { readonly [code: string]: { readonly field: string } } = {
  noCard: { field: "cardId" },
  noRecipe: { field: "recipeVersionId" },
};

/** What was kept, or the batch as somebody else left it; throws what else stands against it. */
async function keptOrTheirs(
  db: Database,
  logged: Result<KeptBatch, BatchFailure>,
): Promise<KeptBatch | { readonly theirs: BatchByOthers }> {
  if (logged.ok) return logged.value;
  const { failure } = logged;
  if (failure.code === "stale") {
    const { theirs } = failure;
    const [last] = await readAudit(db, { subject: "batch", subjectId: theirs.id });
    return { theirs: { ...theirs, changedBy: last?.person ?? theirs.person ?? "somebody else" } };
  }
  throw new Refusal(batchSentence(failure.code), LINK_FIELDS[failure.code] ?? {});
}

async function judge(batch: LoggedBatch): Promise<void> {
  const { at, yieldG, waterG, iceG, method, grinderId, dialSetting } = batch;
  if (new Date(at).getTime() > now().getTime() + AHEAD_MS) {
    throw new Refusal(batchSentence("inTheFuture"), { field: "at" });
  }
  if (yieldG !== null && yieldG > waterG + iceG) {
    throw new Refusal(batchSentence("moreThanWater"), { field: "yieldG" });
  }
  if (iceG > 0 && method === null) throw new Refusal(batchSentence("howIced"), { field: "method" });
  if (dialSetting === null) return;
  const dial = grinderId === null ? undefined : (await findThing(database(), "grinder", grinderId))?.figures;
  if (!dial) throw new Refusal(batchSentence("whoseDial"), { field: "grinderId" });
  if (!(dialSetting >= dial.dialMin && dialSetting <= dial.dialMax)) {
    throw new Refusal(batchSentence("offTheDial"), { field: "dialSetting" });
  }
}

/** Steps of what a card says of retained liquid: a smaller change of the mean is no news. */
const NEWS_G_PER_G = 0.005;

/** Learns from the log as it is now. The batch was kept: a failure to learn is written down, and changes nothing of that. */
async function learnFrom({ brewerIds, pairs }: KeptBatch, by: Act): Promise<void> {
  try {
    for (const brewerId of brewerIds) await learnBed(brewerId, by);
  } catch (error) {
    logFailure(error);
  }
  for (const pair of pairs) relearn(pair, by);
}

async function learnBed(brewerId: string, by: Act): Promise<void> {
  const db = database();
  const brewer = await findThing(db, "brewer", brewerId);
  if (brewer?.figures.retentionFrom !== "log") return;
  const { filterId, ending, retentionGPerG } = brewer.figures;
  const learned = learnRetention(await readYields(db, { brewerId, filterId, ending }));
  if (!learned.ok || learned.value.unusual) return;
  const next = learned.value.retentionGPerG;
  if (Math.abs(next - retentionGPerG) < NEWS_G_PER_G) return;
  const { revision } = brewer;
  // Somebody who measures it at this moment knows more: their figure stays.
  await keepMeasured(
    db,
    { subject: "brewer", id: brewerId, revision, figures: { retentionGPerG: next }, settles: ["retention"] },
    by,
  );
}

/** What a link or a request asks of the log; whatever is no such thing is not asked. */
export function batchFilter(query: URLSearchParams): BatchFilter {
  const idOf = (name: string) => uuid.safeParse(query.get(name)).data;
  const liked = query.get("liked");
  const at = new Date(query.get("before") ?? Number.NaN);
  return {
    brewerId: idOf("brewer"),
    coffeeId: idOf("coffee"),
    liked: liked === "yes" ? true : liked === "no" ? false : undefined,
    // Without an id, nothing of that very moment.
    after: Number.isNaN(at.getTime()) ? undefined : { at, id: idOf("beforeId") ?? "" },
  };
}
