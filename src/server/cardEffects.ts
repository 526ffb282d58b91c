import type { CardSheet } from "#contract/card.ts";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import { remakeCard } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";
import type { Remade, RemakeFailure } from "#scaling/remade.ts";
import { checkSentence, icedFailureSentence } from "#words/index.ts";

/** A card that rests on what is changed, as it is and as it would be. */
export interface CardEffect {
  readonly id: string;
  readonly site: string;
  /** Days from today on whose lists it stands. */
  readonly days: readonly string[];
  readonly before: CardSheet;
  readonly wasDraft: boolean;
  readonly after:
    | { readonly sheet: CardSheet; readonly draft: boolean }
    /** It stays as it is, and why. */
    | { readonly stays: string };
}

/** A card made anew as it is kept, or why it stays. */
export function afterOf(made: Result<Remade, RemakeFailure>): CardEffect["after"] {
  if (!made.ok) return { stays: staysSentence(made.failure) };
  const { sheet, result } = made.value;
  const checks = result.checks.map((check) => ({ ...check, message: checkSentence(check) }));
  return {
    sheet: { ...sheet, result: { ...result, checks } },
    draft: checks.some(({ severity }) => severity === "stop"),
  };
}

function staysSentence(failure: RemakeFailure): string {
  switch (failure.code) {
    case "gone":
      return `${failure.what} is not on the bench any more.`;
    case "otherGrinder":
      return "it is ground on another grinder than the batch was.";
    case "noSheet":
      return icedFailureSentence(failure.failure);
  }
}

/** Keeps cards as they would be; those that stay are left. Part of the transaction of what they follow. */
export async function remakeAll(
  tx: Database,
  effects: readonly Pick<CardEffect, "id" | "after">[],
  by: Act,
): Promise<number> {
  let changed = 0;
  for (const { id, after } of effects) {
    if ("stays" in after) continue;
    await remakeCard(tx, { id, ...after }, by);
    changed++;
  }
  return changed;
}
