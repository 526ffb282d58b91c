import type { CellValue, Column } from "./column.ts";

/** Saves what a table shows as a file for a spreadsheet; a text that begins like a formula is kept from being one. */
export async function saveCsv<Row>(
  name: string,
  columns: readonly Column<Row>[],
  rows: readonly Row[],
): Promise<void> {
  const { unparse } = await import("papaparse");
  const body = unparse(
    {
      fields: columns.map(({ head }) => head),
      data: rows.map((row) => columns.map(({ value }) => said(value(row)))),
    },
    { escapeFormulae: true, newline: "\r\n" },
  );
  const url = URL.createObjectURL(new Blob([`${body}\r\n`], { type: "text/csv;charset=utf-8" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = `${name}.csv`;
  link.click();
  URL.revokeObjectURL(url);
}

function said(value: CellValue): string | number {
  if (typeof value === "boolean") return value ? "yes" : "no";
  return value ?? "";
}
