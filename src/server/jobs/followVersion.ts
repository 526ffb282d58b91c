import { remakeAll } from "#server/cardEffects.ts";
import { effectsOfVersion } from "#server/versionEffects.ts";
import type { Doer } from "./kinds.ts";

/** Makes a recipe's chosen cards anew after one of its versions became the standard. */
export const followVersion: Doer<"followVersion"> = async ({ versionId, only }, by, signal) => {
  const bySite = await effectsOfVersion(versionId, signal);
  return async (tx) => {
    let changed = 0;
    for (const [siteId, effects] of bySite) {
      const chosen = effects.filter(({ id, revision }) =>
        only.some((seen) => seen.id === id && seen.revision === revision),
      );
      changed += (await remakeAll(tx, chosen, siteId, by)).changed;
    }
    return { changed };
  };
};
