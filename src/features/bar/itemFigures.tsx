import type { BarDay } from "#contract/barDay.ts";
import type { DayListItem } from "#core/bar";
import { type Printers, useUnits } from "#ui/units.tsx";
import { pouredSentence, stockSentence } from "#words/bar";
import { listed } from "#words/figures";
import { useBarDay } from "./useBarDay.ts";

/** What the house knows of an item of a day's lists, in a line. */
export function ItemFigures({ item }: { readonly item: DayListItem }) {
  const { day } = useBarDay();
  const units = useUnits();
  const figures = day && figuresOf(item, day, units);
  return figures ? <p className="pb-1 pl-11 text-sm">{figures}</p> : null;
}

/** Undefined where the house knows nothing of it. */
function figuresOf(item: DayListItem, { poured, stock, care }: BarDay, units: Printers): string | undefined {
  if (item === "pots") return pouredSentence(poured, units.printLiquid);
  if (item === "stock") return stockSentence(stock, units.printMass);
  if (item !== "clean") return undefined;
  return care.length > 0 ? `Due: ${listed(care.map(({ name }) => name))}.` : "Nothing is due.";
}
