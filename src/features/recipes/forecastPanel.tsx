"use client";

import { useMemo } from "react";
import { faultsOf, forecastRecipe, type Recipe, type RecipeForecast, shared } from "#core/recipe";
import { printPct, printTime } from "#core/units";
import { brewedWith, type Naming, type RecipeKit, recipeBench } from "#scaling/sheet";
import { useUnits } from "#ui/units.tsx";
import { recipeForecastSentence, recipeSentence } from "#words/recipes";

/** Forecast of a recipe as it is written, or the reason why there is none. */
export function useRecipeForecast(kit: RecipeKit, naming: Naming, recipe: Recipe) {
  const { brewerId, grinderId, coffeeId } = naming;
  return useMemo(() => {
    const named = { brewerId, grinderId, coffeeId };
    const made = brewedWith(kit, named);
    const [fault] = made ? faultsOf(recipe, made) : [];
    // Water that runs backwards has no forecast.
    if (fault) return { forecast: undefined, missing: recipeSentence(fault) };
    const bench = recipeBench(kit, named, recipe);
    const forecast = bench && forecastRecipe(recipe, bench);
    return {
      forecast: forecast?.ok ? forecast.value : undefined,
      missing: !forecast
        ? "Its brewer or its coffee is not on the bench any more."
        : forecast.ok
          ? undefined
          : recipeForecastSentence(forecast.failure),
    };
  }, [kit, brewerId, grinderId, coffeeId, recipe]);
}

interface BesideProps {
  readonly recipe: Recipe;
  readonly forecast: RecipeForecast | undefined;
  readonly missing: string | undefined;
}

/** The forecast beside the cup that was made: time, what came out, strength. */
export function Beside({ recipe, forecast, missing }: BesideProps) {
  const units = useUnits();
  const { doneS, weighedG, strengthPct, portions } = recipe;
  if (!forecast) return <p className="text-quiet">No forecast: {missing}</p>;
  const rows = [
    ["done at", printTime(forecast.timeS), doneS === null ? undefined : printTime(doneS)],
    [
      "comes out",
      units.printLiquid(forecast.yieldG),
      weighedG === null ? undefined : units.printLiquid(weighedG),
    ],
    ["strength", printPct(forecast.strengthPct), strengthPct === null ? undefined : printPct(strengthPct)],
    ["extraction", printPct(forecast.extractionPct, { decimals: 1 }), undefined],
  ] as const;
  const portion =
    portions &&
    shared(
      { yieldG: weighedG ?? forecast.yieldG, strengthPct: strengthPct ?? forecast.strengthPct },
      portions,
    );
  return (
    <>
      <table className="w-full tabular-nums" aria-label="forecast beside the cup">
        <thead>
          <tr className="text-left text-quiet text-sm">
            <th className="font-normal">
              <span className="sr-only">figure</span>
            </th>
            <th className="text-right font-normal">forecast</th>
            <th className="text-right font-normal">the cup</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, said, made]) => (
            <tr key={name} className="border-rim/20 border-t">
              <th scope="row" className="py-1 text-left font-normal text-quiet">
                {name}
              </th>
              <td className="text-right font-bold font-display text-xl" data-testid={`recipe ${name}`}>
                {said}
              </td>
              <td className="text-right font-display text-xl">
                {made ?? <span className="text-quiet">—</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {portion && portions && (
        <p className="mt-2 text-sm">
          Shared into {portions.cups}: {units.printLiquid(portion.shareG)} each
          {portion.topUpG > 0.5 && `, filled up with ${units.printLiquid(portion.topUpG)}`}
          {portion.strengthPct !== undefined && `, ${printPct(portion.strengthPct)} in the cup`}.
        </p>
      )}
    </>
  );
}
