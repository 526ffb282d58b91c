import { type ApprovedBatch, type Place, samePlace } from "#contract/standard.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/bench.ts";
import { readCardsTouchedBy, type Touching } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";
import {
  approveBatch,
  findApprovable,
  standardOf,
  type TouchedAt,
  withdrawStandard,
} from "#data/standards.ts";
import { type Transaction, transact } from "#data/transact.ts";
import { type Settling, settled } from "#scaling/standard.ts";
import { standardSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { type CardEffect, effectOn, moves, remakeAll } from "./cardEffects.ts";
import { database } from "./database.ts";
import { benchIn, benchOf } from "./site.ts";

/** Every card that a change of standards moves, before and after. @param touched where standards were made or ended */
async function effectsOf(
  db: Database,
  settling: Settling,
  touched: readonly Touching[],
): Promise<readonly CardEffect[]> {
  const { site, today } = settling.bench;
  const cards = await readCardsTouchedBy(db, site.id, touched, today);
  const versions = new Map<string, Awaited<ReturnType<typeof findBenchRecipe>>>();
  const effects: CardEffect[] = [];
  for (const card of cards) {
    const id = card.recipeVersionId;
    if (!versions.has(id)) versions.set(id, await findBenchRecipe(db, id));
    const recipe = versions.get(id);
    const made = recipe && settled(card.sheet, recipe, settling);
    // A card that is ground by the learned dial rests on the lesson, but not every lesson moves it by a step.
    const effect = made && effectOn(card, made);
    if (effect && moves(effect)) effects.push(effect);
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
  const approval = { id: "", place, approvedAt: batch.at, approvedBy: "" };
  const approved = standardOf(approval, batch, curve, bench.site.timeZone);
  const standards = [approved, ...bench.standards.filter((each) => !retired.includes(each))];
  const touched = [approved, ...retired];
  const settling = { bench: { ...bench, standards }, batchId, grinderIds: touched.map(grinderOf) };
  return {
    place,
    effects: await effectsOf(db, settling, touched),
    retires: retired.find((each) => each.batchId !== batchId)?.batchId,
  };
}

const grinderOf = ({ grinderId }: Pick<Touching, "grinderId">) => grinderId;

/** Makes a batch the standard of its place, and the chosen cards follow. */
export async function approve(
  { cardIds, ...approval }: ApprovedBatch,
  by: Act & { readonly personId: string },
): Promise<{ readonly changed: number }> {
  const { effects } = await approvalOf(approval.batchId);
  const chosen = effects.filter(({ id }) => cardIds.includes(id));
  return transact(database(), async (tx) => {
    const approved = await approveBatch(tx, approval, by);
    if (!approved.ok) {
      const { code } = approved.failure;
      throw new Refusal(standardSentence(code), { code: code === "saysTooLittle" ? "refused" : code });
    }
    return { changed: approved.value.inForce ? await remakeAll(tx, chosen, by) : 0 };
  });
}

/** Makes a batch a standard no more; the one before is in force again, and the cards follow. */
export async function withdraw(batchId: string, by: Act): Promise<{ readonly changed: number }> {
  return transact(database(), async (tx) => {
    const touched = await withdrawStandard(tx, batchId, by);
    if (!touched) throw new Refusal(standardSentence("noStandard"), { code: "notThere" });
    return { changed: await followChange(tx, { batchId, touched }, by) };
  });
}

/**
 * After a standard's batch was corrected, taken out or put back: every card that rests on it is made anew, at every
 * site that it touches. Part of that transaction, and all of it read there.
 *
 * @returns how many cards changed
 */
export async function followChange(
  tx: Transaction,
  { batchId, touched }: { readonly batchId: string; readonly touched: readonly TouchedAt[] },
  by: Act,
): Promise<number> {
  let changed = 0;
  for (const siteId of new Set(touched.map((each) => each.siteId))) {
    const bench = await benchIn(tx, siteId);
    if (!bench) continue;
    const here = touched.filter((each) => each.siteId === siteId);
    const settling = { bench, batchId, grinderIds: here.map(grinderOf) };
    changed += await remakeAll(tx, await effectsOf(tx, settling, here), by);
  }
  return changed;
}
