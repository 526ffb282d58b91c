"use client";

import type { RowOf } from "#contract/things.ts";
import { parseLiquid, printLiquid, printNumber } from "#core/units";
import { printValue } from "#parts/fields.ts";
import { useUnits } from "#ui/units.tsx";
import { useSite } from "./context.tsx";
import { NewBag } from "./newBag.tsx";
import type { CoffeeRow } from "./rows.ts";
import { Things } from "./things.tsx";
import { TwoWeighings } from "./twoWeighings.tsx";
import { weighedIn, within } from "./typed.ts";

const DECIMALS = 3;
const printDensity = (gPerMl: number) => `${printNumber(gPerMl, DECIMALS)} g/ml`;

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
    const age = ageDays === undefined ? "" : `; roasted ${ageDays === 0 ? "today" : `${ageDays} days ago`}`;
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

/** A cup that beans are weighed in, ml. */
const CUP = { least: 1, most: 20_000 };

interface WeighBeansProps {
  readonly coffee: RowOf<"coffee">;
  readonly onDone: () => void;
}

/** Beans in a cup of known volume, levelled and not pressed. */
export function WeighBeans({ coffee, onDone }: WeighBeansProps) {
  const units = useUnits();
  const { name, densityGPerMl } = coffee.figures;
  return (
    <TwoWeighings
      what={name}
      revision={coffee.revision}
      first={{
        label: "the cup holds",
        help: "weighed with water: 1 g is 1 ml",
        field: "volumeMl",
        parse: within((text) => parseLiquid(text, "ml"), { ...CUP, print: (ml) => printLiquid(ml, "ml") }),
      }}
      second={{
        label: "beans in it",
        help: "levelled, not pressed",
        field: "massG",
        parse: weighedIn(units),
      }}
      figure={{
        name: "densityGPerMl",
        was: densityGPerMl,
        from: (volumeMl, massG) => massG / volumeMl,
        print: printDensity,
      }}
      measured={(volumeMl, massG, revision) => ({
        what: "density",
        of: { id: coffee.id, revision, massG, volumeMl },
      })}
      onDone={onDone}
    />
  );
}
