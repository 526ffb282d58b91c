import type { ApprovedBatch } from "#contract/standard.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/bench.ts";
import { readCardsOfSite } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";
import {
  approveBatch,
  findApprovable,
  type Place,
  readStandards,
  samePlace,
  standardOf,
  withdrawStandard,
} from "#data/standards.ts";
import { type Settling, settled } from "#scaling/standard.ts";
import { standardSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { afterOf, type CardEffect, remakeAll } from "./cardEffects.ts";
import { database } from "./database.ts";
import { benchOf, siteToday } from "./site.ts";

/** Every card that a change of standards moves, before and after. */
async function effectsOf(settling: Settling): Promise<readonly CardEffect[]> {
  const db = database();
  const cards = await readCardsOfSite(db, settling.bench.site.id, await siteToday());
  const versions = new Map<string, Awaited<ReturnType<typeof findBenchRecipe>>>();
  const recipeOf = async (id: string) => {
    if (!versions.has(id)) versions.set(id, await findBenchRecipe(db, id));
    return versions.get(id);
  };
  const effects: CardEffect[] = [];
  for (const { id, site, days, draft, sheet } of cards) {
    const recipe = await recipeOf(sheet.madeWith.recipeVersionId);
    const made = recipe && settled(sheet, recipe, settling);
    if (!made) continue;
    const after = afterOf(made);
    // What is ground by the learned dial rests on it, but not every lesson moves it by a step.
    const moves = "stays" in after || JSON.stringify(after.sheet) !== JSON.stringify(sheet);
    if (moves) effects.push({ id, site: site.name, days, before: sheet, wasDraft: draft, after });
  }
  return effects;
}

/** What approving a batch would change: the standard of its place now, and every card that would follow. */
export async function approvalOf(batchId: string): Promise<{
  readonly place: Place;
  readonly effects: readonly CardEffect[];
  readonly retires: string | undefined;
}> {
  const db = database();
  const found = await findApprovable(db, batchId);
  if (!found || found.batch.removed) throw new Refusal(standardSentence("notThere"), { code: "notThere" });
  const { batch, place } = found;
  const bench = await benchOf(batch.siteId);
  if (!place || !bench) throw new Refusal(standardSentence("saysTooLittle"));
  const retired = bench.standards.filter((each) => samePlace(each, place));
  const grinder = bench.grinders.find(({ id }) => id === batch.grinderId);
  // Only on the curve that counts it would teach: of another one nothing but its number matters here.
  const curve =
    batch.curveVersion === null
      ? undefined
      : {
          version: batch.curveVersion,
          points: batch.curveVersion === grinder?.curveVersion ? grinder.curve : [],
        };
  const asked = standardOf({ id: "", place, approvedAt: batch.at, approvedBy: "" }, batch, curve);
  const standards = [asked, ...bench.standards.filter((each) => !retired.includes(each))];
  const settling = { bench: { ...bench, standards }, batchId, grinderId: asked.grinderId };
  return {
    place,
    effects: await effectsOf(settling),
    retires: retired.find((each) => each.batchId !== batchId)?.batchId,
  };
}

/** Makes a batch the standard of its place, and the chosen cards follow. */
export async function approve(
  { cardIds, ...asked }: ApprovedBatch,
  by: Act & { readonly personId: string },
): Promise<{ readonly changed: number }> {
  const { effects } = await approvalOf(asked.batchId);
  const chosen = effects.filter(({ id }) => cardIds.includes(id));
  return database().transaction(async (tx) => {
    const approved = await approveBatch(tx, asked, by);
    if (!approved.ok) {
      const { code } = approved.failure;
      throw new Refusal(standardSentence(code), { code: code === "saysTooLittle" ? "refused" : code });
    }
    return { changed: approved.value.again ? 0 : await remakeAll(tx, chosen, by) };
  });
}

/** Makes a batch a standard no more; the one before is in force again, and the cards follow. */
export async function withdraw(batchId: string, by: Act): Promise<{ readonly changed: number }> {
  return database().transaction(async (tx) => {
    const taught = await withdrawStandard(tx, batchId, by);
    if (!taught) throw new Refusal(standardSentence("noStandard"), { code: "notThere" });
    return { changed: await followCorrection(tx, { batchId, ...taught }, by) };
  });
}

/**
 * After a standard's batch was corrected, taken out or put back: every card that rests on it is made anew. Part of
 * that transaction.
 *
 * @returns how many cards changed
 */
export async function followCorrection(
  tx: Database,
  {
    batchId,
    siteId,
    grinderId,
  }: { readonly batchId: string; readonly siteId: string; readonly grinderId: string },
  by: Act,
): Promise<number> {
  const bench = await benchOf(siteId);
  if (!bench) return 0;
  const standards = (await readStandards(tx)).filter((each) => each.siteId === siteId);
  const effects = await effectsOf({ bench: { ...bench, standards }, batchId, grinderId });
  return remakeAll(tx, effects, by);
}
