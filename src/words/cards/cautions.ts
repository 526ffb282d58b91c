import type { CardSheet } from "#contract/card.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { listed, type Printers } from "#words/figures";

/** A figure that moves the strength by no more than this is close enough, % of the beverage: no tongue tells it. */
const CLOSE_STRENGTH_PCT = 0.05;
const USUAL_STRENGTH_PCT = 1.4;
const CLOSE_LEAST_G = 0.1;

type Figures = Pick<CardSheet, "result">;

/** The share that a card's dose, water or ice may be off, each by itself: strength goes with each in proportion. */
export function closeShareOf({ result: { rounded } }: Figures): number {
  return CLOSE_STRENGTH_PCT / (rounded.strengthPct ?? USUAL_STRENGTH_PCT);
}

/** How far off is close enough, when a card is weighed out and poured. */
export function closeEnough(sheet: Figures, print: Printers): string {
  const { rounded } = sheet.result;
  const share = closeShareOf(sheet);
  const within = (massG: number) => {
    const closeG = Math.max(CLOSE_LEAST_G, share * massG);
    return closeG < 1 ? Math.round(closeG * 10) / 10 : Math.round(closeG);
  };
  const figures = [
    `coffee within ${print.mass(within(rounded.doseG))}`,
    `water within ${print.liquid(within(rounded.brewWaterG))}`,
    ...(rounded.iceG > 0 ? [`ice within ${print.mass(within(rounded.iceG))}`] : []),
  ];
  return `Close enough: ${listed(figures)}.`;
}

/** A card's cautions in few words, where they apply. */
export function cautionsOf(sheet: CardSheet): readonly string[] {
  const { input, madeWith, chosen } = sheet;
  const method = icedMethodOf(sheet);
  const scalds =
    method === "steep" ? [] : ["Water and steam scald: carry a full pot with both hands and its lid on."];
  const cautions = [...scalds];
  if (input.serve === "iced") {
    if (madeWith.vesselKind === "glass" || method === "overGlass")
      cautions.push("Hot coffee can break cold glass: use one rated for it.");
    if (chosen.iced.topOffG > 0 && chosen.iced.topOff === "milk")
      cautions.push("Milk: keep it cold, and to the times of your local food code.");
    cautions.push("Ice is food: a clean scoop, no hands, no glass as a scoop.");
    cautions.push(
      "Chilled coffee: keep to the times and temperatures of your local food code, and label it.",
    );
  } else if (madeWith.vesselKind === "glass") cautions.push("Ice or cold water can break hot glass.");
  return cautions;
}
