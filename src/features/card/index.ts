/** One batch on one card. */
export { Card } from "./card.tsx";
