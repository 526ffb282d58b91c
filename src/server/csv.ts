import { unparse } from "papaparse";

type Cell = string | number | boolean | null;

/**
 * Rows as a file that a spreadsheet opens. A text that begins like a formula is kept from being one: names are
 * typed by anybody.
 */
export function csvOf(name: string, rows: readonly Readonly<Record<string, Cell>>[]): Response {
  const body = unparse([...rows], { escapeFormulae: true, newline: "\r\n" });
  return new Response(`${body}\r\n`, {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${name}.csv"`,
      "Cache-Control": "no-store",
    },
  });
}
