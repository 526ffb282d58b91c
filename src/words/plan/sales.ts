import { counted, listed } from "#words/figures";

/** What a file of sales comes to, before it is kept. */
export function salesSentence({
  sales,
  leftOut,
  alike,
  days,
  gaps,
}: {
  readonly sales: readonly { readonly count: number }[];
  readonly leftOut: number;
  readonly alike: number;
  readonly days: number;
  readonly gaps: number;
}): string {
  const cups = sales.reduce((sum, { count }) => sum + count, 0);
  if (sales.length === 0)
    return leftOut > 0 ? "Say above what an item is, and its rows are counted." : "No sale could be read.";
  const asides = [
    ...(gaps > 0 ? [`${counted(gaps, "day")} between them without one`] : []),
    ...(alike > 0 ? [`${counted(alike, "row")} the same as another (both count)`] : []),
    ...(leftOut > 0 ? [`${counted(leftOut, "row")} of other things left out`] : []),
  ];
  return `${counted(cups, "cup")} on ${counted(days, "day")}${asides.length > 0 ? `; ${listed(asides)}` : ""}.`;
}

/** Why a row of a file is not kept. */
export function salesProblem({
  row,
  code,
  text,
}: {
  readonly row: number;
  readonly code: "time" | "count";
  readonly text: string;
}): string {
  return code === "time"
    ? `Row ${row}: "${text}" is no day and time.`
    : `Row ${row}: "${text}" is no count of cups from 1 to 200.`;
}
