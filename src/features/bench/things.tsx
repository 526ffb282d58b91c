"use client";

import { Plus } from "lucide-react";
import { type ReactNode, useState } from "react";
import type { RowOf, ThingKind, ThingRow } from "#contract/things.ts";
import { typicalsOf } from "#contract/typical.ts";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Field } from "#ui/field.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { KIND_WORDS } from "#words/bench";
import { removeThing } from "./actions.ts";
import { Line, type Way } from "./line.tsx";
import { type Besides, ThingForm } from "./thingForm.tsx";

interface ThingsProps<Kind extends ThingKind> {
  readonly kind: Kind;
  readonly rows: readonly RowOf<Kind>[];
  /** A thing in a line or two. */
  readonly say: (row: RowOf<Kind>) => ReactNode;
  readonly picture?: (row: RowOf<Kind>) => ReactNode;
  /** The ways to measure one, besides typing. */
  readonly ways?: (row: RowOf<Kind>) => readonly Way[];
  /** The fields that are asked first; the others are folded away. */
  readonly first?: readonly string[];
  readonly besides?: (form: Besides) => ReactNode;
  /** The first step that an empty list proposes. */
  readonly empty: string;
}

/** Kinds that are measured, and not only typed. */
const MEASURABLE: readonly ThingKind[] = ["vessel", "brewer", "grinder", "coffee", "ice"];

/** A list is searched from here on, and drawn so far; a house may have hundreds of coffees. */
const SEARCHED_FROM = 8;
const DRAWN = 30;

/** All things of a kind: what is known of each, and the ways to measure, change, add and take off. */
export function Things<Kind extends ThingKind>(props: ThingsProps<Kind>) {
  const { kind, rows, say, picture, ways, first, besides, empty } = props;
  const { may } = useCounter();
  const [wanted, setWanted] = useState("");
  const [all, setAll] = useState(false);
  const [adding, setAdding] = useState(false);
  const { many, add } = KIND_WORDS[kind];
  const onBench = rows.filter(({ removed }) => !removed);
  const gone = rows.filter(({ removed }) => removed);
  const found = onBench.filter(({ figures }) =>
    nameOf(figures).toLowerCase().includes(wanted.trim().toLowerCase()),
  );
  const drawn = all ? found : found.slice(0, DRAWN);
  const form = { kind, ...(first && { first }), ...(besides && { besides }) };
  return (
    <Panel
      title={many}
      aside={
        may("setBench") && (
          <Button onClick={() => setAdding(!adding)} aria-expanded={adding}>
            <Plus size={16} aria-hidden /> Add {add}
          </Button>
        )
      }
    >
      {adding && <ThingForm {...form} typicals={typicalsOf(kind)} onDone={() => setAdding(false)} />}
      {onBench.length === 0 && !adding && <p className="text-quiet">{empty}</p>}
      {onBench.length >= SEARCHED_FROM && (
        <Field
          label={`find in ${many.toLowerCase()}`}
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          help={`${found.length} of ${onBench.length}`}
        />
      )}
      <ul>
        {drawn.map((row) => (
          <Line
            key={row.id}
            name={nameOf(row.figures)}
            status={
              MEASURABLE.includes(kind) ? (row.measured ? `measured ${row.measured}` : "typed in") : undefined
            }
            typical={row.typical}
            figures={say(row)}
            picture={picture?.(row)}
            ways={[
              ...(may("propose") ? (ways?.(row) ?? []) : []),
              ...(may("setBench")
                ? [
                    {
                      verb: "Change",
                      form: (onDone: () => void) => (
                        <ThingForm {...form} thing={row as ThingRow} onDone={onDone} />
                      ),
                    },
                  ]
                : []),
            ]}
            buttons={may("setBench") && <TakeOff kind={kind} row={row} />}
          />
        ))}
      </ul>
      {drawn.length < found.length && <Button onClick={() => setAll(true)}>Show all {found.length}</Button>}
      {gone.length > 0 && may("setBench") && (
        <details className="mt-2">
          <summary className="min-h-10 cursor-pointer py-2 text-quiet">Taken off: {gone.length}</summary>
          <ul>
            {gone.map((row) => (
              <li key={row.id} className="flex items-center justify-between gap-2">
                <bdi>{nameOf(row.figures)}</bdi>
                <TakeOff kind={kind} row={row} />
              </li>
            ))}
          </ul>
        </details>
      )}
    </Panel>
  );
}

function nameOf(figures: object): string {
  return String((figures as { readonly name: string }).name);
}

/** Takes a thing off the bench, or puts it back: one tap each, so that neither asks. */
function TakeOff({
  kind,
  row,
}: {
  readonly kind: ThingKind;
  readonly row: Omit<ThingRow, "figures"> & { readonly figures: object };
}) {
  const { act, busy } = useAct();
  const { id, revision, removed } = row;
  return (
    <Button
      look="quiet"
      disabled={busy}
      onClick={() => act(removeThing({ kind, id, revision, removed: !removed }))}
    >
      {removed ? "Put back" : "Take off"}
      <span className="sr-only"> {nameOf(row.figures)}</span>
    </Button>
  );
}
