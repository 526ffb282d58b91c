/** Cards: one to brew from and to print, and the list of them. */
export { Card } from "./card.tsx";
export { CardList } from "./list.tsx";
