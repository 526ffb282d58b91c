/** The shift: what a day's list adds up to, and whether its ice is there. */

export {
  type IceBudget,
  type IceDay,
  type IceHour,
  type IceNeed,
  type IceSupply,
  iceBudget,
} from "./iceBudget.ts";
export {
  type CoffeeTotal,
  type Doses,
  type IceOfSource,
  type Named,
  type ShiftBatch,
  type ShiftLine,
  type ShiftTotals,
  shiftTotals,
} from "./totals.ts";
