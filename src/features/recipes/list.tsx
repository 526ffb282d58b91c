"use client";

import { Archive, Plus } from "lucide-react";
import Link from "next/link";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { METHODS, RECIPE_STATES, type RecipeLine } from "#contract/recipe.ts";
import { SERVICES } from "#core/recipe";
import { printPct } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Field } from "#ui/field.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { rightSentence } from "#words/people";
import { METHOD_WORDS, SERVICE_WORDS, STATE_WORDS } from "#words/recipes";
import { filtered, NO_FILTER, queryOf, type RecipeFilter, searchable } from "./filter.ts";
import { ImportPanel } from "./importPanel.tsx";
import { StateMark } from "./stateMark.tsx";

interface RecipesProps {
  readonly lines: readonly RecipeLine[];
  readonly start: RecipeFilter;
  /** Where an import puts what its recipes are made with. */
  readonly site: { readonly id: string; readonly name: string };
}

/** Lines drawn at once: nobody reads more without narrowing the list. */
const DRAWN = 60;

/** The house's recipes, narrowed as one types. */
export function Recipes({ lines, start, site }: RecipesProps) {
  const { may } = useCounter();
  const [filter, setFilter] = useState(start);
  const [all, setAll] = useState(false);
  const [importing, setImporting] = useState(false);
  const words = useMemo(() => searchable(lines), [lines]);
  const found = useMemo(() => filtered(words, filter), [words, filter]);
  const shown = useDeferredValue(all ? found : found.slice(0, DRAWN));
  useEffect(() => {
    // The link follows past the framework's router, which would draw the page anew with every letter.
    const query = queryOf(filter);
    History.prototype.replaceState.call(
      window.history,
      window.history.state,
      "",
      query ? `?${query}` : window.location.pathname,
    );
  }, [filter]);
  const set = (to: Partial<RecipeFilter>) => setFilter((now) => ({ ...now, ...to }));
  const gone = lines.filter(({ archived }) => archived).length;
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-auto text-2xl">Recipes</h1>
        {may("setBench") && (
          <Button aria-expanded={importing} onClick={() => setImporting(!importing)}>
            Take in a file
          </Button>
        )}
        {may("writeRecipes") ? (
          <Link href="/recipes/new" className={buttonClass("main")}>
            <Plus size={18} aria-hidden /> Write one down
          </Link>
        ) : (
          <p className="text-quiet text-sm">{rightSentence("writeRecipes")}</p>
        )}
      </header>
      {importing && <ImportPanel site={site} onDone={() => setImporting(false)} />}
      <Panel>
        <div className="mb-2 flex flex-wrap items-start gap-x-3">
          <Field
            className="min-w-56 flex-1"
            label="find"
            placeholder="a name, a coffee, a brewer, a taste"
            value={filter.text}
            onChange={(event) => set({ text: event.target.value })}
            help={`${found.length} of ${lines.length - (filter.archived ? 0 : gone)}`}
          />
          <Narrow
            label="made"
            value={filter.method}
            options={METHODS}
            words={METHOD_WORDS}
            onChange={(method) => set({ method })}
          />
          <Narrow
            label="good for"
            value={filter.service}
            options={SERVICES}
            words={SERVICE_WORDS}
            onChange={(service) => set({ service })}
          />
          <Narrow
            label="stands as"
            value={filter.state}
            options={RECIPE_STATES}
            words={STATE_WORDS}
            onChange={(state) => set({ state })}
          />
          {(gone > 0 || filter.archived) && (
            <label className="flex min-h-16 items-center gap-2">
              <input
                type="checkbox"
                checked={filter.archived}
                onChange={(event) => set({ archived: event.target.checked })}
              />
              <Archive size={16} aria-hidden /> archived ones
            </label>
          )}
        </div>
        {found.length === 0 ? (
          <Nothing empty={lines.length === 0} onReset={() => setFilter(NO_FILTER)} />
        ) : (
          <Table lines={shown} />
        )}
        {found.length > DRAWN && !all && (
          <Button className="mt-2" onClick={() => setAll(true)}>
            Show all {found.length}
          </Button>
        )}
        <p className="mt-3 flex flex-wrap gap-x-4 text-sm">
          <a href="/api/v1/recipes?as=csv" className="underline underline-offset-4" download>
            The list as CSV
          </a>
          <a href="/api/v1/recipes" className="underline underline-offset-4" download>
            All recipes as a file
          </a>
        </p>
      </Panel>
    </div>
  );
}

function Nothing({ empty, onReset }: { readonly empty: boolean; readonly onReset: () => void }) {
  if (empty) {
    return (
      <p className="text-quiet">
        Nothing is written down yet. Begin with the cup that tastes right: what went in, when, and what came
        out.
      </p>
    );
  }
  return (
    <p className="text-quiet">
      Nothing fits.{" "}
      <button type="button" className="underline underline-offset-4" onClick={onReset}>
        Show all again
      </button>
    </p>
  );
}

interface NarrowProps<Option extends string> {
  readonly label: string;
  readonly value: Option | "";
  readonly options: readonly Option[];
  readonly words: Readonly<Record<Option, string>>;
  readonly onChange: (value: Option | "") => void;
}

function Narrow<Option extends string>({ label, value, options, words, onChange }: NarrowProps<Option>) {
  return (
    <label className="text-quiet text-sm">
      {label}
      <select
        value={value}
        onChange={(event) => onChange(event.target.value as Option | "")}
        className="block min-h-11 rounded-md border-2 border-rim/50 bg-enamel px-2 text-base text-ink"
      >
        <option value="">any</option>
        {options.map((option) => (
          <option key={option} value={option}>
            {words[option]}
          </option>
        ))}
      </select>
    </label>
  );
}

function Table({ lines }: { readonly lines: readonly RecipeLine[] }) {
  const units = useUnits();
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full text-left tabular-nums" aria-label="recipes">
        <thead className="text-quiet text-sm">
          <tr>
            {["recipe", "made", "with", "coffee", "water", "ice", "ratio", "strength", "stands as"].map(
              (head) => (
                <th key={head} className="py-1 pr-3 font-normal">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.id} className="border-rim/20 border-t">
              <td className="py-2 pr-3">
                <Link href={`/recipes/${line.id}`} className="font-semibold underline underline-offset-4">
                  <bdi>{line.name}</bdi>
                </Link>{" "}
                <span className="text-quiet text-sm">{line.serve === "iced" ? "iced" : ""}</span>
              </td>
              <td className="whitespace-nowrap py-2 pr-3">{METHOD_WORDS[line.method]}</td>
              <td className="py-2 pr-3">
                <bdi>{line.coffee}</bdi>
              </td>
              <td className="whitespace-nowrap py-2 pr-3">{units.printMass(line.doseG)}</td>
              <td className="whitespace-nowrap py-2 pr-3">{units.printLiquid(line.waterG)}</td>
              <td className="whitespace-nowrap py-2 pr-3">
                {line.iceG > 0 ? units.printMass(line.iceG) : ""}
              </td>
              <td className="whitespace-nowrap py-2 pr-3">
                {units.printRatio((line.waterG + line.iceG) / line.doseG)}
              </td>
              <td className="whitespace-nowrap py-2 pr-3">
                {line.strengthPct === null ? "" : printPct(line.strengthPct)}
              </td>
              <td className="whitespace-nowrap py-2 pr-3">
                <StateMark state={line.state} version={line.version} />
                {line.drafted && <span className="ml-1 text-quiet text-sm">+ draft</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
