import type { ReactNode } from "react";

/** A cell's value, by which rows are sorted and written to a file; null where nothing is known, which comes last. */
export type CellValue = string | number | boolean | null;

export interface Column<Row> {
  readonly id: string;
  readonly head: string;
  readonly value: (row: Row) => CellValue;
  /** The cell as it is read; without it the value is printed as it is. */
  readonly cell?: (row: Row) => ReactNode;
  /** Words of one line stay on it; false lets long ones wrap. */
  readonly wraps?: boolean;
  /** Hidden until somebody asks for it. */
  readonly hidden?: boolean;
  /** A name or a day that everything else is said of: always shown. */
  readonly fixed?: boolean;
}

const COLLATOR = new Intl.Collator("en", { numeric: true, sensitivity: "base" });

/** Order of two known values: numbers by size, words as a dictionary has them, with the numbers in them by size. */
export function compareValues(a: Exclude<CellValue, null>, b: Exclude<CellValue, null>): number {
  if (typeof a === "number" && typeof b === "number") return a - b;
  return COLLATOR.compare(String(a), String(b));
}

/** One column's order, as it stands in a link: its id, with a minus where it goes down. */
export interface Order {
  readonly id: string;
  readonly down: boolean;
}

export function readOrder(
  text: string | null,
  columns: readonly { readonly id: string }[],
): Order | undefined {
  const down = text?.startsWith("-") ?? false;
  const id = down ? text?.slice(1) : text;
  return columns.some((column) => column.id === id) ? { id: String(id), down } : undefined;
}

export function printOrder(order: Order | undefined): string | null {
  return order ? `${order.down ? "-" : ""}${order.id}` : null;
}
