"use client";

import dynamic from "next/dynamic";
import { memo, useState } from "react";
import type { Suited } from "#contract/aspects.ts";
import type { Bench, BenchCoffee, BenchRecipe } from "#contract/bench.ts";
import { chosenOf, fromBag, fromRecipe, groundOn, into, type ScaleState } from "#scaling/choice";
import { Choice } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { printRest } from "#words/figures";

const LeftInBag = dynamic(() => import("./leftInBag.tsx").then(({ LeftInBag }) => LeftInBag));
/** Loaded when somebody adds a coffee: what a form needs is not part of the first load. */
const NewCoffee = dynamic(() => import("./newCoffee.tsx"), { ssr: false });

interface ChoicesProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  /** Takes the change to the state as it then is; must stay the same function. */
  readonly set: (change: (state: ScaleState) => ScaleState) => void;
  /** The same with a sentence that says it; must stay the same function. */
  readonly take: (change: (state: ScaleState) => ScaleState, sentence: string) => void;
}

/** The choices of Scale, as a sentence. A change of pins alone leaves it as it is. */
export const Choices = memo(
  function Choices({ state, bench, set, take }: ChoicesProps) {
    const units = useUnits();
    const { may } = useCounter();
    const [adding, setAdding] = useState<string>();
    const chosen = chosenOf(state, bench);
    const isHere = ({ brewerId }: BenchRecipe) => bench.brewers.some(({ id }) => id === brewerId);
    const recipes = bench.recipes.toSorted((a, b) => Number(isHere(b)) - Number(isHere(a)));
    return (
      <>
        <Choice
          label="from"
          value={chosen.recipe.versionId}
          options={recipes.map((recipe) => ({
            value: recipe.versionId,
            text: recipe.name,
            aside: `version ${recipe.version}${recipe.state === "trial" ? ", on trial" : ""}`,
            group: isHere(recipe) ? "made at this site" : "made elsewhere",
          }))}
          onChange={(id) => set((now) => fromRecipe(id, now, bench))}
        />
        <Choice
          label="with"
          value={chosen.coffee.id}
          options={coffeeOptions(bench, suitedOf(state, chosen.recipe), units)}
          onChange={(coffee) => set((now) => ({ ...now, coffee }))}
          {...(may("setBench") && { onAdd: setAdding, adds: "coffee" })}
        />
        <LeftInBag
          leftG={chosen.coffee.stockG}
          onScale={(leftG) =>
            take((now) => fromBag(leftG, now, bench), `Scaled to the ${units.printMass(leftG)} that is left.`)
          }
        />
        <Choice
          label="on"
          value={chosen.brewer.id}
          options={optionsOf(bench.brewers)}
          onChange={(brewer) => set((now) => ({ ...now, brewer }))}
        />
        <Choice
          label="ground on"
          value={chosen.grinder.id}
          options={optionsOf(bench.grinders)}
          onChange={(grinder) => set((now) => groundOn(grinder, now))}
        />
        <Choice
          label="into"
          value={chosen.vessel.id}
          options={bench.vessels.map(({ id, name, workingG, iced }) => ({
            value: id,
            text: name,
            aside: `${iced ? "iced, " : ""}${units.printLiquid(workingG)}`,
          }))}
          onChange={(id) => set((now) => into(id, now, bench))}
        />
        {adding !== undefined && (
          <NewCoffee
            name={adding}
            siteId={bench.site.id}
            onDone={() => setAdding(undefined)}
            onAdded={(coffee) => set((now) => ({ ...now, coffee }))}
          />
        )}
      </>
    );
  },
  (old, next) =>
    old.bench === next.bench &&
    old.state.iced.method === next.state.iced.method &&
    (["serve", "recipe", "coffee", "brewer", "grinder", "vessel"] as const).every(
      (key) => old.state[key] === next.state[key],
    ),
);

/** The way that a sheet's coffee is to suit. */
function suitedOf({ serve, iced }: ScaleState, { brewer }: BenchRecipe): Suited {
  if (serve === "iced") return iced.method === "steep" ? "concentrate" : "iced";
  return brewer.kind === "press" ? "press" : "hot";
}

/** Coffees to choose from: those that suit first, where anybody said what a coffee suits. */
function coffeeOptions({ coffees, today }: Bench, way: Suited, units: Printers) {
  const suits = (coffee: BenchCoffee) => coffee.suits?.split(" ").includes(way) ?? false;
  const isSaid = coffees.some(suits);
  return coffees
    .toSorted((a, b) => Number(suits(b)) - Number(suits(a)))
    .map((coffee) => ({
      value: coffee.id,
      text: coffee.name,
      aside: mattersOf(coffee, today, units),
      ...(isSaid && { group: suits(coffee) ? `suits ${way}` : "others" }),
    }));
}

/** What matters of a coffee when it is chosen: its character, its age, what is left of it. */
function mattersOf(
  { character, roastedOn, stockG }: BenchCoffee,
  today: string,
  { printMass }: Printers,
): string {
  return [character, roastedOn && printRest(roastedOn, today), stockG !== null && `${printMass(stockG)} left`]
    .filter(Boolean)
    .join(", ");
}

function optionsOf(rows: readonly { readonly id: string; readonly name: string }[]) {
  return rows.map(({ id, name }) => ({ value: id, text: name }));
}
