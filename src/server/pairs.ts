import type { PairRefusal } from "#contract/pairKinds.ts";
import type { ScoredPair, StartedPair } from "#contract/pairs.ts";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import { insertPair, keepScores } from "#data/pairs.ts";
import { transact } from "#data/transact.ts";
import { pairSentence } from "#words/trials";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

type By = Act & { readonly personId: string };

function taken<T>(result: Result<T, { readonly code: PairRefusal }>): T {
  if (result.ok) return result.value;
  const { code } = result.failure;
  throw new Refusal(pairSentence(code), { code: code === "notThere" || code === "stale" ? code : "refused" });
}

/** Begins a pair of two batches; the one that was begun before where there is one. */
export async function startPair(pair: StartedPair, by: By): Promise<{ readonly id: string }> {
  const { id } = await transact(database(), async (tx) => taken(await insertPair(tx, pair, by)));
  return { id };
}

/** Keeps what a taster says of a pair. */
export async function sayScores(scored: ScoredPair, by: By): Promise<void> {
  await transact(database(), async (tx) => taken(await keepScores(tx, scored, by)));
}
