"use client";

import type { RowOf } from "#contract/things.ts";
import { printValue } from "#parts/form/fields.ts";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";
import { useSite } from "./context.tsx";
import { NewBag, WeighBeans } from "./measures.ts";
import { printDensity } from "./printed.ts";
import type { CoffeeRow } from "./rows.ts";
import { Things } from "./things.tsx";

/** The house's coffees: how deep a bed they make follows from how dense they are. */
export function Coffees({ coffees }: { readonly coffees: readonly CoffeeRow[] }) {
  const units = useUnits();
  const { currency } = useSite();
  const wholeOf = (row: RowOf<"coffee">) => coffees.find(({ id }) => id === row.id)!;
  const say = (row: RowOf<"coffee">) => {
    const { character, process, roastLevel, densityGPerMl, stockG, lowStockG, pricePerKg, note } =
      row.figures;
    const { ageDays } = wholeOf(row);
    const low = stockG !== null && lowStockG !== null && stockG <= lowStockG;
    const what = [character, process, `${roastLevel} roast`].filter(Boolean).join(", ");
    const age =
      ageDays === undefined ? "" : `; roasted ${ageDays === 0 ? "today" : `${counted(ageDays, "day")} ago`}`;
    return (
      <>
        {what}, {printDensity(densityGPerMl)}
        {age}
        <br />
        {stockG !== null && (
          <span className={low ? "font-semibold text-due" : ""}>
            {units.printMass(stockG)} in stock{low && ", which is low"}
          </span>
        )}
        {pricePerKg !== null && `; ${printValue(pricePerKg, "money", units)} ${currency} a kilogram`}
        {note && `; ${note}`}
      </>
    );
  };
  return (
    <Things
      kind="coffee"
      rows={coffees}
      empty="Put a coffee on the bench: its density says how deep a bed it makes."
      first={["name", "roastLevel", "roastedOn", "densityGPerMl", "stockG", "pricePerKg"]}
      say={say}
      ways={(row) => [
        { verb: "Weigh beans", form: (onDone) => <WeighBeans coffee={row} onDone={onDone} /> },
        { verb: "New bag", form: (onDone) => <NewBag coffee={row} onDone={onDone} /> },
      ]}
    />
  );
}
