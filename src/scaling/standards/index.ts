/** Approved batches: what a card takes from them, what follows them, and what has moved since. */

export { asStandard, pinsOfStandard } from "./approved.ts";
export { type CardsAfter, type CardsChange, cardsAfter } from "./cardsAfter.ts";
export { type BatchChange, followedBatch, placeOfCard } from "./standard.ts";
export { type Series, type StandardSeries, watchedOf } from "./watched.ts";
