import type { IcedMethod } from "#core/iced";
import type { CardSheet } from "./card.ts";

/**
 * How an iced ratio is counted: the server's ice inside it, everything that ends in the glass inside it, the ice on top
 * of it, or the dose following until the melted drink has the strength wanted.
 */
export const ICED_SCHOOLS = ["inside", "wholeGlass", "onTop", "strength"] as const;
export type IcedSchool = (typeof ICED_SCHOOLS)[number];

/** Whether a card is poured over the ice of its glasses, or shaken with it. */
export function goesIntoGlasses(card: Pick<CardSheet, "chosen">): boolean {
  return (
    card.chosen.serve === "iced" &&
    (card.chosen.iced.method === "overGlass" || card.chosen.iced.glass === "shaken")
  );
}

/** How a card is iced; null when it is hot. */
export function icedMethodOf({ chosen }: Pick<CardSheet, "chosen">): IcedMethod | null {
  return chosen.serve === "iced" ? chosen.iced.method : null;
}
