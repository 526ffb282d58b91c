export { insertCard, readCards } from "#data/cards.ts";
