export { replaceShift } from "#data/shifts.ts";
