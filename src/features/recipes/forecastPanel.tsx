"use client";

import { OctagonAlert } from "lucide-react";
import { useMemo } from "react";
import type { OutlookCheck } from "#core/outlook";
import { faultsOf, forecastRecipe, type Recipe, type RecipeForecast, shared } from "#core/recipe";
import { printPct, printTime } from "#core/units";
import { brewedWith, type Naming, type RecipeKit, recipeBench } from "#scaling/sheet";
import { useUnits } from "#ui/units.tsx";
import { outlookSentence } from "#words/brew";
import { recipeForecastSentence, recipeSentence } from "#words/recipes";

/** Forecast of a recipe as it is written, or the reason why there is none. */
export function useRecipeForecast(kit: RecipeKit, naming: Naming, recipe: Recipe) {
  const { brewerId, grinderId, coffeeId } = naming;
  return useMemo(() => {
    const named = { brewerId, grinderId, coffeeId };
    const made = brewedWith(kit, named);
    const [fault] = made ? faultsOf(recipe, made) : [];
    // Water that runs backwards has no forecast.
    if (fault) return { forecast: undefined, missing: recipeSentence(fault), doesNotFit: false };
    const bench = recipeBench(kit, named, recipe);
    const forecast = bench && forecastRecipe(recipe, bench);
    return {
      forecast: forecast?.ok ? forecast.value : undefined,
      missing: !forecast
        ? "Its brewer or its coffee is not on the bench any more."
        : forecast.ok
          ? undefined
          : recipeForecastSentence(forecast.failure),
      doesNotFit: forecast !== undefined && !forecast.ok && forecast.failure.code === "doseOverBasket",
    };
  }, [kit, brewerId, grinderId, coffeeId, recipe]);
}

/** What runs over the rim when it is brewed as it is written. */
function overRimOf({ brewed }: RecipeForecast): OutlookCheck | undefined {
  if (brewed.by !== "bed" || !(brewed.brew.overflowG > 0)) return undefined;
  return { code: "overflow", figures: { overflowG: brewed.brew.overflowG } };
}

/** What must not be brewed so, before all else. */
function Stop({ says }: { readonly says: string }) {
  return (
    <p
      role="alert"
      className="mb-2 flex gap-2 rounded-panel border-2 border-stop p-2 font-semibold text-stop"
    >
      <OctagonAlert size={20} aria-hidden className="mt-0.5 shrink-0" />
      {says}
    </p>
  );
}

interface BesideProps {
  readonly recipe: Recipe;
  readonly forecast: RecipeForecast | undefined;
  readonly missing: string | undefined;
  /** That is why there is no forecast: the coffee does not fit the basket. */
  readonly doesNotFit: boolean;
}

/** The forecast beside the cup that was made: time, what came out, strength. */
export function Beside({ recipe, forecast, missing, doesNotFit }: BesideProps) {
  const units = useUnits();
  const { doneS, weighedG, strengthPct, portions } = recipe;
  if (!forecast && doesNotFit) return <Stop says={missing ?? ""} />;
  if (!forecast) return <p className="text-quiet">No forecast: {missing}</p>;
  const overRim = overRimOf(forecast);
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
      {overRim && <Stop says={outlookSentence(overRim)} />}
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
