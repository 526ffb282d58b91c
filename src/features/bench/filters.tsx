"use client";

import type { RowOf } from "#contract/things.ts";
import { printNumber } from "#core/units";
import { printValue } from "#parts/form/fields.ts";
import { useUnits } from "#ui/units.tsx";
import { useSite } from "./context.tsx";
import { Things } from "./things.tsx";

/** Filters between bed and vessel: each slows the flow, keeps some water, and costs something. */
export function Filters({ filters }: { readonly filters: readonly RowOf<"filter">[] }) {
  const units = useUnits();
  const { currency } = useSite();
  return (
    <Things
      kind="filter"
      rows={filters}
      empty="Paper or metal: put your filters on the bench, and choose one on each brewer."
      first={["name", "material", "waterKeptG", "drag"]}
      say={({ figures: { material, size, grade, drag, waterKeptG, facing, pricePer100, stock } }) => {
        const more = [
          material,
          size,
          grade && `${grade} grade`,
          `keeps ${units.printMass(waterKeptG)}`,
          drag !== 1 && `slows the flow ${printNumber(drag, 1)} times`,
          facing,
          stock !== null && `${printNumber(stock, 0)} in stock`,
          pricePer100 !== null && `${printValue(pricePer100, "money", units)} ${currency} a hundred`,
        ].filter(Boolean);
        return more.join(", ");
      }}
    />
  );
}
