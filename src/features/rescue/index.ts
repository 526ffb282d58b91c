/** A pot that something went wrong with, and the move that saves most. */
export { RescuePot } from "./rescuePot.tsx";
