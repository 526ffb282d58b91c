export { insertCard } from "#data/cards.ts";
