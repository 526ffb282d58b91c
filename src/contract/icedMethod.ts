import type { IcedMethod } from "#core/iced";
import type { CardSheet } from "./card.ts";

/** How a card is iced; null when it is hot. */
export function icedMethodOf({ chosen }: Pick<CardSheet, "chosen">): IcedMethod | null {
  return chosen.serve === "iced" ? chosen.iced.method : null;
}
