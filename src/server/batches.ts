import type { LoggedBatch } from "#contract/batch.ts";
import { uuid } from "#contract/card.ts";
import { learnRetention } from "#core/measure";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import {
  type BatchFailure,
  type BatchFilter,
  correctBatch,
  type KeptBatch,
  logBatch,
  readYields,
} from "#data/batches.ts";
import { keepMeasured } from "#data/measures.ts";
import { findThing } from "#data/things.ts";
import { batchSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { relearn } from "./fits.ts";
import { followCorrection } from "./standards.ts";

/** A batch cannot have been brewed after this moment; a tablet's clock may be a little ahead. */
const AHEAD_MS = 120_000;

/** Logs a batch; a brewer that learns from the log learns from it at once. */
export async function log(batch: LoggedBatch, by: Act): Promise<Corrected> {
  await judge(batch);
  await learn(await logBatch(database(), batch, by), by);
  return {};
}

/** Corrects a batch that was logged wrongly. */
export async function correct(
  { revision, ...batch }: LoggedBatch & { readonly revision: number },
  by: Act,
): Promise<Corrected> {
  await judge(batch);
  const { id, ...change } = batch;
  return changeBatch({ id, revision }, change, by);
}

/** Takes a batch out of the log, or puts it back. */
export function takeOut(
  { id, revision, removed }: { readonly id: string; readonly revision: number; readonly removed: boolean },
  by: Act,
): Promise<Corrected> {
  return changeBatch({ id, revision }, { removed }, by);
}

/** What followed a correction: the cards that rested on the batch, where it was approved. */
export interface Corrected {
  readonly followed?: number;
}

/** A batch and all that rests on it change together, or not at all. */
async function changeBatch(
  which: { readonly id: string; readonly revision: number },
  change: Parameters<typeof correctBatch>[2],
  by: Act,
): Promise<Corrected> {
  const { kept, followed } = await database().transaction(async (tx) => {
    const kept = await correctBatch(tx, which, change, by);
    const taught = kept.ok ? kept.value.taught : undefined;
    return { kept, followed: taught && (await followCorrection(tx, { batchId: which.id, ...taught }, by)) };
  });
  await learn(kept, by);
  return followed === undefined ? {} : { followed };
}

async function judge(batch: LoggedBatch): Promise<void> {
  const { at, yieldG, waterG, iceG, grinderId, dialSetting } = batch;
  if (new Date(at).getTime() > now().getTime() + AHEAD_MS) {
    throw new Refusal(batchSentence("inTheFuture"), { field: "at" });
  }
  if (yieldG !== null && yieldG > waterG + iceG) {
    throw new Refusal(batchSentence("moreThanWater"), { field: "yieldG" });
  }
  if (dialSetting === null) return;
  const dial = grinderId === null ? undefined : (await findThing(database(), "grinder", grinderId))?.figures;
  if (!dial) throw new Refusal(batchSentence("whoseDial"), { field: "grinderId" });
  if (!(dialSetting >= dial.dialMin && dialSetting <= dial.dialMax)) {
    throw new Refusal(batchSentence("offTheDial"), { field: "dialSetting" });
  }
}

/** Steps of what a card says of retained liquid: a smaller change of the mean is no news. */
const NEWS_G_PER_G = 0.005;

async function learn(logged: Result<KeptBatch, BatchFailure>, by: Act): Promise<void> {
  if (!logged.ok) throw new Refusal(batchSentence(logged.failure.code));
  for (const brewerId of logged.value.brewerIds) await learnBed(brewerId, by);
  for (const pair of logged.value.pairs) relearn(pair, by);
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
export function batchFilter(asked: URLSearchParams): BatchFilter {
  const idOf = (name: string) => uuid.safeParse(asked.get(name)).data;
  const liked = asked.get("liked");
  const before = new Date(asked.get("before") ?? Number.NaN);
  return {
    brewerId: idOf("brewer"),
    coffeeId: idOf("coffee"),
    liked: liked === "yes" ? true : liked === "no" ? false : undefined,
    before: Number.isNaN(before.getTime()) ? undefined : before,
  };
}
