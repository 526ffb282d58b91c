"use client";

import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import type { DayKit } from "#contract/dayKit.ts";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FilePick, QuestionDialog } from "#ui/questionDialog.tsx";
import { Working } from "#ui/working.tsx";
import { counted } from "#words/figures";
import { salesProblem, salesSentence } from "#words/plan";
import {
  DAY_ORDERS,
  type DayOrder,
  guessedMapping,
  itemsOf,
  type Mapping,
  readSales,
  type Sheet,
  type SoldAs,
} from "./salesFile.ts";
import { sendSales } from "./sendSales.ts";

interface SalesDialogProps {
  readonly kit: DayKit;
  readonly onDone: () => void;
}

const MOST_BYTES = 20_000_000;
/** Items that are asked about; a till's others are rare. */
const MOST_ITEMS = 30;
const SHOWN_ROWS = 4;
const SHOWN_PROBLEMS = 3;
const NONE = "";

/** Sales of a till's file: which column says what, what each item is, and then all of them at once. */
export function SalesDialog({ kit, onDone }: SalesDialogProps) {
  const router = useRouter();
  const [sheet, setSheet] = useState<Sheet>();
  const [mapping, setMapping] = useState<Mapping>();
  const [soldAs, setSoldAs] = useState<ReadonlyMap<string, SoldAs>>(new Map());
  const [trouble, setTrouble] = useState<string>();
  const [sentShare, setSentShare] = useState<number>();
  const choose = async (file: File) => {
    setTrouble(undefined);
    if (file.size > MOST_BYTES) return setTrouble("That file has more than 20 MB: send it in parts.");
    const { default: papa } = await import("papaparse");
    const { data } = papa.parse<string[]>(await file.text(), { skipEmptyLines: "greedy" });
    const [head, ...rows] = data;
    if (!head || head.length < 2 || rows.length === 0)
      return setTrouble("That is no table of sales: it needs a head, and a row for each sale.");
    const read = { head, rows };
    setSheet(read);
    setMapping(guessedMapping(read));
  };
  const read = useMemo(
    () => (sheet && mapping ? readSales(sheet, mapping, soldAs, kit) : undefined),
    [sheet, mapping, soldAs, kit],
  );
  const send = async () => {
    if (!read) return;
    setSentShare(0);
    const sent = await sendSales(kit.siteId, read.sales, setSentShare);
    setSentShare(undefined);
    if (!sent.ok) return setTrouble(sent.sentence);
    router.refresh();
    onDone();
  };
  return (
    <QuestionDialog
      title="Bring sales in"
      wide
      does="Keep these sales"
      disabled={!read || read.sales.length === 0 || sentShare !== undefined}
      trouble={trouble}
      beside={sentShare !== undefined && <Working says={`Keeping them, ${Math.round(100 * sentShare)} %`} />}
      onDo={send}
      onDone={onDone}
    >
      <FilePick
        label="a till's file, CSV, with a line for each sale"
        accept=".csv,text/csv,text/plain"
        onFile={choose}
      />
      {sheet && mapping && (
        <>
          <FirstRows sheet={sheet} />
          <Columns sheet={sheet} mapping={mapping} onMapping={setMapping} />
          <Items
            kit={kit}
            items={itemsOf(sheet, mapping)}
            soldAs={soldAs}
            onSoldAs={(item, value) => {
              const next = new Map(soldAs);
              if (value) next.set(item, value);
              else next.delete(item);
              setSoldAs(next);
            }}
          />
        </>
      )}
      {read && (
        <div aria-live="polite">
          <p className="font-semibold">{salesSentence(read)}</p>
          {read.problems.slice(0, SHOWN_PROBLEMS).map((problem) => (
            <p key={problem.row} className="text-due text-sm">
              {salesProblem(problem)}
            </p>
          ))}
          {read.problems.length > SHOWN_PROBLEMS && (
            <p className="text-due text-sm">
              And {counted(read.problems.length - SHOWN_PROBLEMS, "row")} more that cannot be read. None of
              them is kept.
            </p>
          )}
        </div>
      )}
    </QuestionDialog>
  );
}

function FirstRows({ sheet: { head, rows } }: { readonly sheet: Sheet }) {
  return (
    <div className="overflow-x-auto">
      <table className="text-sm">
        <caption className="sr-only">the first rows of the file</caption>
        <thead>
          <tr>
            {head.map((name, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: columns have no name that is theirs alone
              <th key={i} className="pr-4 text-left font-semibold">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, SHOWN_ROWS).map((row, r) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a file's rows stay where they are
            <tr key={r}>
              {head.map((_, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: as above
                <td key={i} className="whitespace-nowrap pr-4 text-quiet">
                  {row[i]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface ColumnsProps {
  readonly sheet: Sheet;
  readonly mapping: Mapping;
  readonly onMapping: (mapping: Mapping) => void;
}

function Columns({ sheet, mapping, onMapping }: ColumnsProps) {
  const columns = sheet.head.map((name, i) => ({ value: String(i), text: name || `column ${i + 1}` }));
  const place = (value: string) => (value === NONE ? undefined : Number(value));
  const column = (label: string, key: "at" | "time" | "item" | "count", none?: string) => (
    <ChoiceField
      label={label}
      value={mapping[key] === undefined ? NONE : String(mapping[key])}
      options={none === undefined ? columns : [{ value: NONE, text: none }, ...columns]}
      onChange={(value) => onMapping({ ...mapping, [key]: place(value) })}
    />
  );
  return (
    <div className="grid gap-x-4 sm:grid-cols-2">
      {column("when", "at")}
      {column("time of day", "time", "in the same column")}
      {column("what was sold", "item")}
      {column("how many", "count", "one a line")}
      <ChoiceField<DayOrder>
        label="days are written"
        value={mapping.order}
        options={DAY_ORDERS.map((order) => ({ value: order, text: order }))}
        onChange={(order) => onMapping({ ...mapping, order })}
      />
    </div>
  );
}

interface ItemsProps {
  readonly kit: DayKit;
  readonly items: readonly string[];
  readonly soldAs: ReadonlyMap<string, SoldAs>;
  readonly onSoldAs: (item: string, soldAs: SoldAs | undefined) => void;
}

function Items({ kit, items, soldAs, onSoldAs }: ItemsProps) {
  const sold = kit.sold.map(({ coffee, serve, cupMl }) => ({ coffee, serve, cupMl }));
  const keyOf = ({ coffee, serve, cupMl }: SoldAs) => `${coffee}|${serve}|${cupMl}`;
  const options = [
    { value: NONE, text: "leave it out" },
    ...sold.map((each) => ({ value: keyOf(each), text: `${each.coffee}, ${each.serve}, ${each.cupMl} ml` })),
  ];
  return (
    <section aria-label="what each item is" className="grid gap-x-4 sm:grid-cols-2">
      <h3 className="col-span-full font-semibold">What each item is</h3>
      {items.slice(0, MOST_ITEMS).map((item) => {
        const known = soldAs.get(item);
        return (
          <ChoiceField
            key={item}
            label={item}
            value={known ? keyOf(known) : NONE}
            options={options}
            onChange={(value) =>
              onSoldAs(
                item,
                sold.find((each) => keyOf(each) === value),
              )
            }
          />
        );
      })}
      {items.length > MOST_ITEMS && (
        <p className="col-span-full text-quiet text-sm">
          {counted(items.length - MOST_ITEMS, "item")} more, all rarer, are left out.
        </p>
      )}
    </section>
  );
}
