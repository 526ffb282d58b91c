/** The brew guide: a card's steps with the clock, its scale, and how the brew runs. */
export { Guide } from "./guide.tsx";
export { NewGuide } from "./newGuide.tsx";
