"use client";

import { Plus, X } from "lucide-react";
import { type ReactNode, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { Measure } from "#contract/measure.ts";
import { ok } from "#core/result";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { Button } from "#ui/button.tsx";
import { SaveForm } from "#ui/saveForm.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { useMeasure } from "./context.tsx";
import { Readable } from "./form.tsx";
import { type Measured, readMeasured } from "./measured.ts";

type Figures = Readonly<Record<string, number>>;
type Row = Figures & { readonly id: string };

/** One figure of a row: how it is typed and read. */
export interface Column<Name extends string> {
  readonly name: Name;
  readonly label: string;
  readonly help?: string;
  /** The instrument that it can be read off. */
  readonly instrument?: "scale" | "thermometer";
  /** Undefined for a box to tick: 1 when it is. */
  readonly measured?: Measured;
  readonly print: (value: number) => string;
}

interface Theirs<Each> {
  readonly changedBy: string;
  readonly revision: number;
  readonly rows: readonly Each[];
}

interface ReadingsProps<Name extends string> {
  /** The name of the measured thing, for the choice between two versions. */
  readonly what: string;
  readonly start: readonly Kept<Name>[];
  /** Whether keeping none added is something too. */
  readonly allowNone?: boolean;
  readonly revision: number;
  readonly columns: readonly Column<Name>[];
  /** The last column: what is said of a row. */
  readonly verdict?: {
    readonly label: string;
    readonly say: (rows: readonly Kept<Name>[], place: number) => ReactNode;
  };
  /** The result of all rows. */
  readonly summary: (rows: readonly Kept<Name>[]) => ReactNode;
  /** The rows drawn, with what is fitted through them. */
  readonly chart?: (rows: readonly Kept<Name>[]) => ReactNode;
  /** A field that must be filled in besides before it is kept. */
  readonly besides?: (rows: readonly Kept<Name>[]) => ReactNode;
  /** The rows as they are kept or proposed. */
  readonly measured: (rows: Kept<Name>[], revision: number) => Measure;
  readonly onDone: () => void;
}

/** A reading with its figures by name. */
export type Kept<Name extends string> = { readonly id: string } & { readonly [name in Name]: number };

/** Readings that something is fitted through: typed one by one, taken off again, and kept together. */
export function Readings<Name extends string>(props: ReadingsProps<Name>) {
  const { what, columns, verdict, summary, chart, besides, measured, onDone } = props;
  const measure = useMeasure();
  // As it was when this began: the page is drawn again with what others keep meanwhile.
  const [{ start, revision }] = useState(props);
  const [rows, setRows] = useState(start);
  const [theirs, setTheirs] = useState<Theirs<Kept<Name>>>();
  const { act, at, busy } = useAct();
  const keep = async (list: readonly Kept<Name>[], began: number) => {
    setRows(list);
    if (!measure) return;
    const sent = await act<{ readonly theirs?: object | undefined }>(
      measure.send(measured([...list], began)),
    );
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs as Theirs<Kept<Name>>);
    else onDone();
  };
  const others = theirs?.rows ?? [];
  const has = (list: readonly Kept<Name>[], id: string) => list.some((row) => row.id === id);
  const choose = (chosen: Chosen) => {
    const all = [...rows, ...others.filter(({ id }) => !has(rows, id))];
    setTheirs(undefined);
    const list = all.filter(({ id }) =>
      chosen[id] === undefined ? has(rows, id) : has(chosen[id] === "mine" ? rows : others, id),
    );
    if (theirs) void keep(list, theirs.revision);
  };
  const lineOf = (row: Row) => columns.map(({ name, print }) => print(row[name]!)).join(", ");
  const shown = (list: readonly Kept<Name>[]) =>
    Object.fromEntries(list.map((row) => [row.id, lineOf(row as Row)]));

  return (
    <SaveForm
      save={`${measure?.save ?? "Keep"} these`}
      busy={busy || (rows.length === 0 && !props.allowNone)}
      onSave={() => keep(rows, revision)}
      onDone={onDone}
    >
      <div className="flex flex-wrap items-start gap-4">
        <div className="flex min-w-72 flex-1 flex-col gap-3">
          {rows.length > 0 && (
            <table className="w-full max-w-xl text-left tabular-nums">
              <thead className="text-quiet text-sm">
                <tr>
                  {columns.map(({ name, label }) => (
                    <th key={name} className="font-normal">
                      {label}
                    </th>
                  ))}
                  {verdict && <th className="font-normal">{verdict.label}</th>}
                  <th>
                    <span className="sr-only">take off</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row, i) => (
                  <tr key={row.id} className="border-rim/20 border-t">
                    {columns.map(({ name, print }) => (
                      <td key={name}>{print(row[name])}</td>
                    ))}
                    {verdict && <td>{verdict.say(rows, i)}</td>}
                    <td className="text-right">
                      <Button
                        look="icon"
                        aria-label={`take off ${lineOf(row as Row)}`}
                        onClick={() => setRows(rows.filter(({ id }) => id !== row.id))}
                      >
                        <X size={16} aria-hidden />
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <Add columns={columns} onAdd={(row) => setRows([...rows, row])} />
        </div>
        {chart?.(rows)}
      </div>
      <p role="status">{summary(rows)}</p>
      {at("rows") && (
        <p role="alert" className="text-stop">
          {at("rows")}
        </p>
      )}
      {besides?.(rows)}
      {theirs && (
        <Conflict
          what={what}
          who={theirs.changedBy}
          versions={{ base: shown(start), mine: shown(rows), theirs: shown(others) }}
          label={() => "a reading"}
          show={(_field, value) => value ?? "not made, or taken off"}
          onChoose={choose}
          onClose={() => setTheirs(undefined)}
        />
      )}
    </SaveForm>
  );
}

/** Text of a ticked box, in the place of a figure's. */
const TICKED = "yes";

interface AddProps<Name extends string> {
  readonly columns: readonly Column<Name>[];
  readonly onAdd: (row: Kept<Name>) => void;
}

function Add<Name extends string>({ columns, onAdd }: AddProps<Name>) {
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({});
  const [asked, setAsked] = useState(false);
  const units = useUnits();
  const read = columns.map(({ name, measured }) => {
    const text = texts[name] ?? "";
    return measured ? readMeasured(measured, text, units) : ok(text === TICKED ? 1 : 0);
  });
  const add = () => {
    const figures = columns.flatMap(({ name }, i) => {
      const each = read[i]!;
      return each.ok ? [[name, each.value] as const] : [];
    });
    setAsked(figures.length < columns.length);
    if (figures.length < columns.length) return;
    onAdd({ id: uuidv7(), ...Object.fromEntries(figures) } as Kept<Name>);
    setTexts({});
  };
  return (
    <div className="flex max-w-xl flex-wrap items-start gap-3">
      {columns.map(({ name, label, help, instrument, measured }, i) => {
        const each = read[i]!;
        return measured === undefined ? (
          <label key={name} className="mt-5 flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              checked={texts[name] === TICKED}
              onChange={(event) => setTexts({ ...texts, [name]: event.target.checked ? TICKED : "" })}
            />
            {label}
          </label>
        ) : (
          <Readable
            key={name}
            label={label}
            measured={measured}
            text={texts[name] ?? ""}
            onText={(text) => setTexts({ ...texts, [name]: text })}
            instrument={instrument}
            help={help}
            trouble={asked && !each.ok ? each.failure : undefined}
          />
        );
      })}
      <Button className="mt-5" onClick={add}>
        <Plus size={16} aria-hidden /> Add it
      </Button>
    </div>
  );
}

/** Said of a reading that the sum does without. */
export function LeftOut({ children }: { readonly children: string }) {
  return <span className="font-semibold text-due">{children}, left out</span>;
}

interface ItIsSoProps {
  readonly checked: boolean;
  readonly onChecked: (checked: boolean) => void;
}

/** Says that what is asked about is so. */
export function ItIsSo({ checked, onChecked }: ItIsSoProps) {
  return (
    <label className="flex min-h-10 items-center gap-2 text-ink">
      <input type="checkbox" checked={checked} onChange={(event) => onChecked(event.target.checked)} />
      This is far from usual, and it is so
    </label>
  );
}
