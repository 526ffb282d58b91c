/** The shift: what a day's list adds up to. */

export { type IceBudget, type IceSupply, iceBudget } from "./iceBudget.ts";
export {
  type CoffeeTotal,
  type Doses,
  type ShiftBatch,
  type ShiftLine,
  type ShiftTotals,
  shiftTotals,
} from "./totals.ts";
