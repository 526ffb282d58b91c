/** A day's list of cards, and what it adds up to. */

export { DayAfter } from "./dayAfter.tsx";
export { ShiftList } from "./list.tsx";
