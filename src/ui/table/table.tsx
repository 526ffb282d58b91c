"use client";

import {
  columnVisibilityFeature,
  createSortedRowModel,
  type RowData,
  type RowSelectionState,
  rowSelectionFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import dynamic from "next/dynamic";
import { parseAsString, useQueryState } from "nuqs";
import { type KeyboardEvent, type ReactNode, type Ref, useMemo, useRef, useState } from "react";
import { type Column, compareValues, printOrder, readOrder } from "./column.ts";
import { saveCsv } from "./csv.ts";
import { useManner } from "./manner.ts";
import { type FileLink, TableMenu } from "./menu.tsx";
import { Box, Head } from "./pieces.tsx";

const FEATURES = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  rowSelectionFeature,
  sortedRowModel: createSortedRowModel(),
});

interface TableProps<Row extends RowData> {
  /** What the rows are, as "recipes": the table's name for a screen reader, on this device and of its file. */
  readonly name: string;
  readonly rows: readonly Row[];
  readonly columns: readonly Column<Row>[];
  readonly idOf: (row: Row) => string;
  /** More about a row, under it over the whole width. */
  readonly below?: ((row: Row) => ReactNode) | undefined;
  /** At the end of a row: what can be done with it. */
  readonly tools?: ((row: Row) => ReactNode) | undefined;
  /** What is done with the rows that are chosen; without it none can be. */
  readonly onChosen?: ((chosen: readonly Row[], clear: () => void) => ReactNode) | undefined;
  /** The row in words, for the box that chooses it. */
  readonly said?: ((row: Row) => string) | undefined;
  /** Name of the order in the link, where a page has more than one table. */
  readonly sortKey?: string;
  /** Heads the table, in one line with what is done with all of it. */
  readonly title?: ReactNode;
  readonly aside?: ReactNode;
  /** What narrows the rows, over them. */
  readonly filters?: ReactNode;
  /** Between the heading and the rows, as the form of a new one. */
  readonly children?: ReactNode;
  /** On a phone each row is a block of its own, its cells under each other, in place of a table that is pushed aside. */
  readonly stacks?: boolean;
  /** Said in place of the table when no row is there. */
  readonly empty: ReactNode;
  /** Files that the server makes of more than is shown. */
  readonly files?: readonly FileLink[];
}

/** From here on only the rows in sight are drawn. */
const LONG = 80;
/** Few tables are long: what draws those is fetched with them. */
const LongRows = dynamic(() => import("./longRows.tsx"));

/**
 * A list of things with their figures: sorted by a tap on a column's head, in the link; columns and height of rows as the reader likes
 * them; walked through with the arrow keys; chosen, and saved as a file, as it stands.
 */
export function Table<Row extends RowData>(props: TableProps<Row>) {
  const {
    name,
    rows,
    columns,
    idOf,
    below,
    tools,
    onChosen,
    said,
    sortKey = "sort",
    title,
    aside,
    filters,
    children,
    stacks,
    empty,
    files,
  } = props;
  const [manner, setManner] = useManner(name);
  const [sort, setSort] = useQueryState(sortKey, parseAsString);
  const order = readOrder(sort, columns);
  const [rowSelection, setRowSelection] = useState<RowSelectionState>({});
  const defs = useMemo(
    () =>
      columns.map(({ id, value }) => ({
        id,
        // The package puts what is undefined last, whichever way it sorts.
        accessorFn: (row: Row) => value(row) ?? undefined,
        sortUndefined: "last" as const,
        sortFn: (a: { getValue: (id: string) => unknown }, b: { getValue: (id: string) => unknown }) =>
          compareValues(a.getValue(id) as string, b.getValue(id) as string),
      })),
    [columns],
  );
  const isShown = ({ id, hidden, fixed }: Column<Row>) =>
    fixed === true || (hidden === true) === manner.turned.includes(id);
  const shown = columns.filter(isShown);
  const table = useTable({
    features: FEATURES,
    columns: defs,
    data: rows,
    getRowId: idOf,
    state: {
      sorting: order ? [{ id: order.id, desc: order.down }] : [],
      columnVisibility: Object.fromEntries(columns.map((column) => [column.id, isShown(column)])),
      rowSelection,
    },
    onRowSelectionChange: setRowSelection,
  });
  const sorted = table.getRowModel().rows;
  const chosen = sorted.filter((row) => row.getIsSelected()).map((row) => row.original);
  const scroll = useRef<HTMLDivElement>(null);
  const isLong = sorted.length > LONG;
  const turn = (id: string) => {
    const next = order?.id !== id ? { id, down: false } : order.down ? undefined : { id, down: true };
    void setSort(printOrder(next));
  };
  const walk = (event: KeyboardEvent<HTMLElement>) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const at = Number((event.target as HTMLElement).closest("tbody")?.dataset.index);
    const next = step && at + step;
    // In a form that is opened under a row, and in a choice, the arrows have other work.
    const isElsewhere = (event.target as HTMLElement).closest("form, [role=combobox], [role=listbox]");
    if (next === undefined || !sorted[next] || isElsewhere) return;
    event.preventDefault();
    // Of a long table the rows around those in sight are drawn, too.
    scroll.current
      ?.querySelector<HTMLElement>(`tbody[data-index="${next}"] :is(a, button, input:not([type=checkbox]))`)
      ?.focus();
  };
  const block = stacks ? "max-sm:block" : "";
  const pad = manner.dense ? "py-0.5" : "py-2";
  const width = shown.length + (onChosen ? 1 : 0) + (tools ? 1 : 0);
  const drawRow = (index: number, measure?: Ref<HTMLTableSectionElement>) => {
    const row = sorted[index];
    if (!row) return null;
    const { original } = row;
    const more = below?.(original);
    return (
      <tbody
        key={row.id}
        data-index={index}
        ref={measure}
        onKeyDown={walk}
        className={`border-rim/20 border-t ${block}`}
      >
        <tr
          aria-rowindex={index + 2}
          aria-selected={onChosen ? row.getIsSelected() : undefined}
          className={`align-middle focus-within:bg-rim/5 hover:bg-rim/5 ${block}`}
        >
          {onChosen && (
            <td>
              <Box
                label={`choose ${said?.(original) ?? row.id}`}
                checked={row.getIsSelected()}
                onChange={(on) => row.toggleSelected(on)}
              />
            </td>
          )}
          {shown.map(({ id, value, cell, wraps }) => (
            <td key={id} className={`pr-3 ${pad} ${wraps ? "" : "whitespace-nowrap"} ${block}`}>
              {cell ? cell(original) : <bdi>{value(original)}</bdi>}
            </td>
          ))}
          {tools && (
            <td className={`text-right ${stacks ? `${block} ${pad}` : "whitespace-nowrap"}`}>
              <span className={stacks ? "flex flex-wrap gap-2 sm:justify-end" : ""}>{tools(original)}</span>
            </td>
          )}
        </tr>
        {more && (
          <tr>
            <td colSpan={width} className={`pb-2 ${block}`}>
              {more}
            </td>
          </tr>
        )}
      </tbody>
    );
  };
  return (
    <div>
      <div className="mb-1 flex min-h-12 flex-wrap items-center gap-2">
        {title && <h2 className="mr-2 text-lg">{title}</h2>}
        {onChosen?.(chosen, () => setRowSelection({}))}
        {filters}
        <span className="ml-auto flex items-center gap-2">
          {aside}
          <TableMenu
            name={name}
            columns={columns.filter(({ fixed }) => !fixed)}
            isShown={(column) => isShown(column as Column<Row>)}
            files={files ?? []}
            manner={manner}
            onManner={setManner}
            onSave={() =>
              void saveCsv(
                name,
                shown,
                sorted.map(({ original }) => original),
              )
            }
          />
        </span>
      </div>
      {children}
      {rows.length === 0 && empty}
      {/* Text that is only read aloud lies outside the flow, and would widen the page past the table. */}
      <div
        ref={scroll}
        hidden={rows.length === 0}
        className={`relative overflow-x-auto ${isLong ? "max-h-[calc(100dvh-15rem)] scroll-pt-12 overflow-y-auto" : ""}`}
      >
        <table
          className={`w-full text-left tabular-nums ${block}`}
          aria-label={name}
          aria-rowcount={rows.length + 1}
        >
          <thead
            className={`text-quiet text-sm ${stacks ? "max-sm:hidden" : ""} ${isLong ? "sticky top-0 z-10 bg-enamel" : ""}`}
          >
            <tr>
              {onChosen && (
                <th className="w-12">
                  <Box
                    label={`choose all ${name}`}
                    checked={table.getIsAllRowsSelected()}
                    onChange={(all) => table.toggleAllRowsSelected(all)}
                  />
                </th>
              )}
              {shown.map(({ id, head }) => (
                <Head
                  key={id}
                  head={head}
                  down={order?.id === id ? order.down : undefined}
                  onTurn={() => turn(id)}
                />
              ))}
              {tools && (
                <th>
                  <span className="sr-only">change</span>
                </th>
              )}
            </tr>
          </thead>
          {isLong ? (
            <LongRows
              count={sorted.length}
              keyOf={(index) => sorted[index]?.id ?? String(index)}
              scroll={scroll}
              draw={drawRow}
            />
          ) : (
            sorted.map((_row, index) => drawRow(index))
          )}
        </table>
      </div>
    </div>
  );
}
