"use client";

import { Plus } from "lucide-react";
import { type ReactNode, useState } from "react";
import { fieldsOf, type ThingKind } from "#contract/fields.ts";
import type { RowOf, ThingRow } from "#contract/things.ts";
import { typicalsOf } from "#contract/typical.ts";
import { printValue } from "#parts/form/fields.ts";
import { More } from "#parts/more.tsx";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Field } from "#ui/field.tsx";
import { Panel } from "#ui/panel.tsx";
import type { Column } from "#ui/table/column.ts";
import { Table } from "#ui/table/table.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { FIELD_WORDS, type FieldWords, KIND_WORDS, typicalSentence } from "#words/bench";
import { folded } from "#words/find";
import { removeThing } from "./actions.ts";
import { ThingForm } from "./measures.ts";
import type { Besides } from "./thingForm.tsx";
import type { Way } from "./way.ts";

interface ThingsProps<Kind extends ThingKind> {
  readonly kind: Kind;
  readonly rows: readonly RowOf<Kind>[];
  /** A thing in a line or two. */
  readonly say: (row: RowOf<Kind>) => ReactNode;
  readonly picture?: (row: RowOf<Kind>) => ReactNode;
  /** All that stand on the bench, drawn beside each other. */
  readonly overview?: (rows: readonly RowOf<Kind>[]) => ReactNode;
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

/** A list is searched from here on; a house may have hundreds of coffees. */
const SEARCHED_FROM = 8;

/** All things of a kind: what is known of each, and the ways to measure, change, add and take off. */
export function Things<Kind extends ThingKind>(props: ThingsProps<Kind>) {
  const { kind, rows, say, picture, overview, ways, first, besides, empty } = props;
  const { may } = useCounter();
  const units = useUnits();
  const [wanted, setWanted] = useState("");
  const [adding, setAdding] = useState(false);
  const [open, setOpen] = useState<{ readonly id: string; readonly verb: string }>();
  const { act, busy } = useAct();
  /** Takes a thing off the bench, or puts it back: one tap each, so that neither asks. */
  const move = ({ id, revision, removed }: RowOf<Kind>) =>
    act(removeThing({ kind, id, revision, removed: !removed }));
  const { many, add } = KIND_WORDS[kind];
  const onBench = rows.filter(({ removed }) => !removed);
  const gone = rows.filter(({ removed }) => removed);
  const found = onBench.filter(({ figures }) => folded(nameOf(figures)).includes(folded(wanted.trim())));
  const form = { kind, ...(first && { first }), ...(besides && { besides }) };
  const columns: readonly Column<RowOf<Kind>>[] = [
    {
      id: "name",
      head: KIND_WORDS[kind].one,
      fixed: true,
      wraps: true,
      value: ({ figures }) => nameOf(figures),
      cell: (row) => <Known row={row} say={say} picture={picture} />,
    },
    ...(MEASURABLE.includes(kind) ? [KNOWN_HOW as Column<RowOf<Kind>>] : []),
    ...figureColumns<Kind>(kind, units),
  ];
  const waysOf = (row: RowOf<Kind>): readonly Way[] => [
    ...(may("propose") ? (ways?.(row) ?? []) : []),
    ...(may("setBench")
      ? [
          {
            verb: "Change",
            form: (onDone: () => void) => <ThingForm {...form} thing={row as ThingRow} onDone={onDone} />,
          },
        ]
      : []),
  ];
  // While one form is being saved another one may be opened: that one stays.
  const closing = (id: string, verb: string) => () =>
    setOpen((now) => (now?.id === id && now.verb === verb ? undefined : now));
  return (
    <Panel label={many}>
      <Table
        name={many.toLowerCase()}
        title={many}
        aside={
          may("setBench") && (
            <Button onClick={() => setAdding(!adding)} aria-expanded={adding}>
              <Plus size={16} aria-hidden /> Add {add}
            </Button>
          )
        }
        rows={found}
        columns={columns}
        idOf={({ id }) => id}
        stacks
        empty={onBench.length === 0 && !adding && <p className="text-quiet">{empty}</p>}
        filters={
          onBench.length >= SEARCHED_FROM && (
            <Field
              label={`find in ${many.toLowerCase()}`}
              value={wanted}
              onChange={(event) => setWanted(event.target.value)}
              help={`${found.length} of ${onBench.length}`}
            />
          )
        }
        tools={(row) => {
          const [measure, ...others] = waysOf(row);
          const isOpen = (verb: string) => open?.id === row.id && open.verb === verb;
          const turn = (verb: string) => setOpen(isOpen(verb) ? undefined : { id: row.id, verb });
          return (
            measure && (
              <>
                <Button aria-expanded={isOpen(measure.verb)} onClick={() => turn(measure.verb)}>
                  {measure.verb}
                  <span className="sr-only"> {nameOf(row.figures)}</span>
                </Button>
                {may("setBench") || others.length > 0 ? (
                  <More
                    name={nameOf(row.figures)}
                    acts={[
                      ...others.map(({ verb }) => ({ verb, onAct: () => turn(verb) })),
                      ...(may("setBench") ? [{ verb: "Take off", onAct: () => move(row) }] : []),
                    ]}
                  />
                ) : null}
              </>
            )
          );
        }}
        below={(row) =>
          open?.id === row.id &&
          waysOf(row)
            .find(({ verb }) => verb === open.verb)
            ?.form(closing(row.id, open.verb))
        }
      >
        {overview && onBench.length > 0 && overview(onBench)}
        {adding && <ThingForm {...form} typicals={typicalsOf(kind)} onDone={() => setAdding(false)} />}
      </Table>
      {gone.length > 0 && may("setBench") && (
        <details className="mt-2">
          <summary className="min-h-10 cursor-pointer py-2 text-quiet">Taken off: {gone.length}</summary>
          <ul>
            {gone.map((row) => (
              <li key={row.id} className="flex items-center justify-between gap-2">
                <bdi>{nameOf(row.figures)}</bdi>
                <Button look="quiet" disabled={busy} onClick={() => move(row)}>
                  Put back<span className="sr-only"> {nameOf(row.figures)}</span>
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Panel>
  );
}

interface KnownProps<Kind extends ThingKind> extends Pick<ThingsProps<Kind>, "say" | "picture"> {
  readonly row: RowOf<Kind>;
}

/** A thing in words, and what of it is only typical. */
function Known<Kind extends ThingKind>({ row, say, picture }: KnownProps<Kind>) {
  const name = nameOf(row.figures);
  return (
    <span className="flex items-center gap-3">
      {picture?.(row)}
      <span className="min-w-40 flex-1">
        <bdi className="font-semibold">{name}</bdi>
        <span className="block text-sm">{say(row)}</span>
        {row.typical.length > 0 && (
          <span className="block text-due text-sm">{typicalSentence({ name, aspects: row.typical })}</span>
        )}
      </span>
    </span>
  );
}

/** How a thing's figures are known. */
const KNOWN_HOW: Column<Pick<ThingRow, "measured">> = {
  id: "measured",
  head: "known",
  value: ({ measured }) => measured ?? null,
  cell: ({ measured }) => (
    <span className="text-quiet text-sm">{measured ? `measured ${measured}` : "typed in"}</span>
  ),
};

/** Each figure of a kind as a column, read off the table of fields: shown when somebody asks for it. */
function figureColumns<Kind extends ThingKind>(kind: Kind, units: Printers): readonly Column<RowOf<Kind>>[] {
  const words = FIELD_WORDS[kind] as Readonly<Record<string, FieldWords>>;
  return fieldsOf(kind).flatMap(([name, spec]) => {
    if (spec.type !== "number") return [];
    const of = ({ figures }: RowOf<Kind>) =>
      (figures as Readonly<Record<string, number | null | undefined>>)[name] ?? null;
    return [
      {
        id: name,
        head: words[name]?.label ?? name,
        hidden: true,
        value: of,
        cell: (row: RowOf<Kind>) => {
          const value = of(row);
          return value === null ? "" : printValue(value, spec.unit, units);
        },
      },
    ];
  });
}

function nameOf(figures: object): string {
  return String((figures as { readonly name: string }).name);
}
