/** A day's list of cards, and what it adds up to. */
export { ShiftList } from "./list.tsx";
