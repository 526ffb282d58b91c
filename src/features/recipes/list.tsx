"use client";

import { Archive, Plus } from "lucide-react";
import dynamic from "next/dynamic";
import { useQueryStates } from "nuqs";
import { useDeferredValue, useMemo, useState } from "react";
import type { RecipeLine } from "#contract/recipe.ts";
import { METHODS, RECIPE_STATES } from "#contract/recipeKinds.ts";
import { SERVICES } from "#core/recipe";
import { printPct } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Field } from "#ui/field.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import type { Column } from "#ui/table/column.ts";
import { Table } from "#ui/table/table.tsx";
import { useUnits } from "#ui/units.tsx";
import { rightSentence } from "#words/people";
import { METHOD_WORDS, SERVICE_WORDS, STATE_WORDS } from "#words/recipes";
import { FILTER, filtered, searchable } from "./filter.ts";
import { StateMark } from "./stateMark.tsx";

/** Loaded when a file is taken in. */
const ImportPanel = dynamic(() => import("./importPanel.tsx").then(({ ImportPanel }) => ImportPanel));

interface RecipesProps {
  readonly lines: readonly RecipeLine[];
  /** Where an import puts what its recipes are made with. */
  readonly site: { readonly id: string; readonly name: string };
}

/** The house's recipes, narrowed as one types; the filter lives in the link. */
export function Recipes({ lines, site }: RecipesProps) {
  const { may } = useCounter();
  const columns = useColumns();
  const [filter, setFilter] = useQueryStates(FILTER);
  const [importing, setImporting] = useState(false);
  const words = useMemo(() => searchable(lines), [lines]);
  const found = useMemo(() => filtered(words, filter), [words, filter]);
  const shown = useDeferredValue(found);
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
        <Table
          name="recipes"
          rows={shown}
          columns={columns}
          idOf={idOf}
          empty={<Nothing empty={lines.length === 0} onReset={() => void setFilter(null)} />}
          files={FILES}
          filters={
            <div className="flex min-w-0 flex-1 flex-wrap items-start gap-x-3">
              <Field
                className="min-w-56 flex-1"
                label="find"
                placeholder="a name, a coffee, a brewer, a taste"
                value={filter.text}
                onChange={(event) => void setFilter({ text: event.target.value })}
                help={`${found.length} of ${lines.length - (filter.archived ? 0 : gone)}`}
              />
              <Narrow
                label="made"
                value={filter.method}
                options={METHODS}
                words={METHOD_WORDS}
                onChange={(method) => void setFilter({ method })}
              />
              <Narrow
                label="good for"
                value={filter.service}
                options={SERVICES}
                words={SERVICE_WORDS}
                onChange={(service) => void setFilter({ service })}
              />
              <Narrow
                label="stands as"
                value={filter.state}
                options={RECIPE_STATES}
                words={STATE_WORDS}
                onChange={(state) => void setFilter({ state })}
              />
              {(gone > 0 || filter.archived) && (
                <label className="flex min-h-16 items-center gap-2">
                  <input
                    type="checkbox"
                    checked={filter.archived}
                    onChange={(event) => void setFilter({ archived: event.target.checked })}
                  />
                  <Archive size={16} aria-hidden /> archived ones
                </label>
              )}
            </div>
          }
        />
      </Panel>
    </div>
  );
}

const FILES = [
  { href: "/api/v1/recipes?as=csv", text: "The whole list as CSV" },
  { href: "/api/v1/recipes", text: "All recipes as a file" },
];
const idOf = ({ id }: RecipeLine) => id;

/** The list's columns, printed in the reader's units. */
function useColumns(): readonly Column<RecipeLine>[] {
  const units = useUnits();
  return useMemo(
    () => [
      {
        id: "recipe",
        head: "recipe",
        fixed: true,
        wraps: true,
        value: ({ name }) => name,
        cell: ({ id, name, serve }) => (
          <>
            <Link href={`/recipes/${id}`} className="font-semibold underline underline-offset-4">
              <bdi>{name}</bdi>
            </Link>{" "}
            <span className="text-quiet text-sm">{serve === "iced" ? "iced" : ""}</span>
          </>
        ),
      },
      { id: "made", head: "made", value: ({ method }) => METHOD_WORDS[method] },
      { id: "with", head: "with", wraps: true, value: ({ coffee }) => coffee },
      {
        id: "coffee",
        head: "coffee",
        value: ({ doseG }) => doseG,
        cell: ({ doseG }) => units.printMass(doseG),
      },
      {
        id: "water",
        head: "water",
        value: ({ waterG }) => waterG,
        cell: ({ waterG }) => units.printLiquid(waterG),
      },
      {
        id: "ice",
        head: "ice",
        value: ({ iceG }) => iceG,
        cell: ({ iceG }) => (iceG > 0 ? units.printMass(iceG) : ""),
      },
      {
        id: "ratio",
        head: "ratio",
        value: ratioOf,
        cell: (line) => units.printRatio(ratioOf(line)),
      },
      {
        id: "strength",
        head: "strength",
        value: ({ strengthPct }) => strengthPct,
        cell: ({ strengthPct }) => (strengthPct === null ? "" : printPct(strengthPct)),
      },
      {
        id: "state",
        head: "stands as",
        value: ({ state }) => STATE_WORDS[state],
        cell: ({ state, version, drafted }) => (
          <>
            <StateMark state={state} version={version} />
            {drafted && <span className="ml-1 text-quiet text-sm">+ draft</span>}
          </>
        ),
      },
    ],
    [units],
  );
}

function ratioOf({ waterG, iceG, doseG }: RecipeLine): number {
  return (waterG + iceG) / doseG;
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

function Narrow<Option extends string>(props: NarrowProps<Option>) {
  const { label, value, options, words, onChange } = props;
  return (
    <div className="min-w-36">
      <ChoiceField
        label={label}
        value={value}
        options={[
          { value: "", text: "any" },
          ...options.map((option) => ({ value: option, text: words[option] })),
        ]}
        onChange={onChange}
      />
    </div>
  );
}
