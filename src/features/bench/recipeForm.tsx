"use client";

import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { NewRecipe } from "#contract/recipe.ts";
import { choice, maybe, number } from "#contract/things.ts";
import type { Named } from "#parts/specField.tsx";
import { type FormField, useSpecFields } from "#parts/useSpecFields.tsx";
import { FIELD_GRID, SaveForm } from "#ui/saveForm.tsx";
import { useAct } from "#ui/useAct.ts";
import { addRecipe } from "./actions.ts";

interface RecipeFormProps {
  readonly brewers: readonly Named[];
  readonly grinders: readonly Named[];
  readonly coffees: readonly Named[];
  readonly onDone: () => void;
}

const FIGURES: readonly FormField[] = [
  { name: "name", spec: { type: "name" }, words: { label: "name", help: "as you call this cup" } },
  { name: "serve", spec: choice(["hot", "iced"]), words: { label: "served" } },
  { name: "doseG", spec: number("g", 1, 20_000), words: { label: "coffee" } },
  {
    name: "hotWaterG",
    spec: number("liquidG", 1, 200_000),
    words: { label: "hot water poured", help: "water in, not coffee out" },
  },
  { name: "iceG", spec: number("g", 0, 200_000), words: { label: "ice", help: "0 when hot" } },
  { name: "waterTempC", spec: number("°C", 40, 100), words: { label: "water at" } },
  {
    name: "dialSetting",
    spec: number("dial", -100, 1000),
    words: { label: "ground at", help: "on the grinder's own dial" },
  },
  {
    name: "bloomG",
    spec: number("liquidG", 0, 200_000),
    words: { label: "bloom", help: "water; 0 for none" },
  },
  { name: "bloomMin", spec: number("min", 0, 10), words: { label: "which waits", help: "such as 0:40" } },
  { name: "doneMin", spec: number("min", 0.1, 1440), words: { label: "done at", help: "such as 3:10" } },
  {
    name: "weighedG",
    spec: maybe("liquidG", 1, 200_000),
    words: { label: "came out", help: "weighed, if it was" },
  },
  {
    name: "strengthPct",
    spec: maybe("%", 0.1, 30),
    words: { label: "strength", help: "metered, if it was" },
  },
];

const S_PER_MIN = 60;
const START = { serve: "hot", iceG: 0, waterTempC: 93, bloomMin: 2 / 3 };

/** A cup made by hand and written down: the source that pots are scaled from. */
export function RecipeForm({ brewers, grinders, coffees, onDone }: RecipeFormProps) {
  const [ids] = useState(() => ({ id: uuidv7(), versionId: uuidv7() }));
  const fields: readonly FormField[] = [
    {
      name: "coffeeId",
      spec: { type: "ref", to: "coffee" },
      words: { label: "coffee used" },
      named: coffees,
    },
    { name: "brewerId", spec: { type: "ref", to: "brewer" }, words: { label: "brewed on" }, named: brewers },
    {
      name: "grinderId",
      spec: { type: "ref", to: "grinder" },
      words: { label: "ground on" },
      named: grinders,
    },
    ...FIGURES,
  ];
  const form = useSpecFields(fields, START);
  const { act, at, busy } = useAct();
  const save = async () => {
    const values = form.ask();
    if (!values) return;
    const { bloomMin, doneMin, ...figures } = values;
    const seconds = (minutes: unknown) => Math.round(Number(minutes) * S_PER_MIN);
    const message = { ...ids, ...figures, bloomS: seconds(bloomMin), doneS: seconds(doneMin) };
    const sent = await act(addRecipe(message as unknown as NewRecipe));
    if (sent.ok) onDone();
  };
  return (
    <SaveForm save="Keep this recipe" busy={busy} onSave={save} onDone={onDone}>
      <div className={FIELD_GRID}>{fields.map(({ name }) => form.draw(name, at(name)))}</div>
    </SaveForm>
  );
}
