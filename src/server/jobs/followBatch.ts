import type { CardEffect } from "#contract/cardEffect.ts";
import { readCardsTouchedBy } from "#data/cards.ts";
import { readBenchRevisions } from "#data/house.ts";
import { lock } from "#data/transact.ts";
import { benchOf } from "#server/bench.ts";
import { effectsOn, moves, remakeAll } from "#server/cardEffects.ts";
import { database } from "#server/database.ts";
import { type Doer, Overtaken } from "./kinds.ts";

/** Makes cards anew after a batch was approved, corrected, withdrawn, taken out or put back, at every site that it touches. */
export const followBatch: Doer<"followBatch"> = async ({ batchId, touched, only }, by, signal) => {
  // Asked for before the bench, so that the bench is no older than it says.
  const { learned } = await readBenchRevisions(database());
  const bySite: (readonly [siteId: string, effects: readonly CardEffect[]])[] = [];
  for (const siteId of new Set(touched.map((place) => place.siteId))) {
    const bench = await benchOf(siteId);
    if (bench?.site.id !== siteId) continue;
    const placesOfSite = touched.filter((place) => place.siteId === siteId);
    const cards = await readCardsTouchedBy(database(), siteId, placesOfSite, bench.today);
    const asSeen = only
      ? cards.filter(({ id, revision }) => only.some((seen) => seen.id === id && seen.revision === revision))
      : cards;
    const change = {
      by: "batch",
      batchId,
      grinderIds: placesOfSite.map(({ grinderId }) => grinderId),
    } as const;
    // A card that is ground by the learned dial rests on the lesson, but not every lesson moves it by a step.
    bySite.push([siteId, (await effectsOn(asSeen, bench, change, signal)).filter(moves)]);
  }
  return async (tx) => {
    // No standard changes from here to the commit: its own job would not see the cards that are kept here.
    await lock(tx, "standards");
    if ((await readBenchRevisions(tx)).learned !== learned) throw new Overtaken();
    let changed = 0;
    for (const [siteId, effects] of bySite) {
      const done = await remakeAll(tx, effects, siteId, by);
      // A card that was chosen as it was seen stays as somebody else has left it; of all others none may lag behind.
      if (!only && done.overtaken > 0) throw new Overtaken();
      changed += done.changed;
    }
    return { changed };
  };
};
