import type { CardsFollowed, SeenCard } from "#contract/cardEffect.ts";
import type { Act } from "#data/audit.ts";
import { addJob } from "#data/jobs.ts";
import { setStandard } from "#data/recipes.ts";
import { transact } from "#data/transact.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";
import { followedBy } from "./followed.ts";

/** Makes a version the standard, and the chosen cards follow; what cannot follow stays as it is. */
export async function makeVersionStandard(
  { versionId, cards }: { readonly versionId: string; readonly cards: readonly SeenCard[] },
  by: Act,
): Promise<CardsFollowed> {
  const job = await transact(database(), async (tx) => {
    const stands = await setStandard(tx, versionId, by);
    if (!stands) throw new Refusal("A draft cannot be the standard: keep it first.");
    if (cards.length === 0) return undefined;
    return addJob(tx, { kind: "followVersion", request: { versionId, only: cards } }, by);
  });
  return followedBy(job);
}
