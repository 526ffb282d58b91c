import type { LoggedBatch } from "#contract/batch.ts";
import { uuid } from "#contract/card.ts";
import { learnRetention } from "#core/measure";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import { type BatchFailure, type BatchFilter, correctBatch, logBatch, readYields } from "#data/batches.ts";
import { keepMeasured } from "#data/measures.ts";
import { findThing } from "#data/things.ts";
import { batchSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";

/** A batch cannot have been brewed after this moment; a tablet's clock may be a little ahead. */
const AHEAD_MS = 120_000;

/** Logs a batch; a brewer that learns from the log learns from it at once. */
export async function log(batch: LoggedBatch, by: Act): Promise<void> {
  await judge(batch);
  await learn(await logBatch(database(), batch, by), by);
}

/** Corrects a batch that was logged wrongly. */
export async function correct(
  { revision, ...batch }: LoggedBatch & { readonly revision: number },
  by: Act,
): Promise<void> {
  await judge(batch);
  const { id, ...change } = batch;
  await learn(await correctBatch(database(), { id, revision }, change, by), by);
}

/** Takes a batch out of the log, or puts it back. */
export async function takeOut(
  { id, revision, removed }: { readonly id: string; readonly revision: number; readonly removed: boolean },
  by: Act,
): Promise<void> {
  await learn(await correctBatch(database(), { id, revision }, { removed }, by), by);
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

async function learn(
  logged: Result<{ readonly brewerIds: readonly string[] }, BatchFailure>,
  by: Act,
): Promise<void> {
  if (!logged.ok) throw new Refusal(batchSentence(logged.failure.code));
  for (const brewerId of logged.value.brewerIds) await learnBed(brewerId, by);
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
