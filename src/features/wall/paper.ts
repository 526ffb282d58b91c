/** A sheet of A4 on the wall, lying or standing. */
export type Paper = "landscape" | "portrait";

export interface PaperSizes {
  /** Height of a row's main figures, and the size that they are printed at; mm. */
  readonly rowMm: number;
  readonly figureMm: number;
  /** From how far the main figures can be read, m. */
  readonly readableM: number;
}

const PAGE_MM = { landscape: { width: 297, height: 210 }, portrait: { width: 210, height: 297 } };
const MARGIN_MM = 8;
/** The title, and of each table its head; a brewer's name; a row's second line. */
const TITLE_MM = 18;
const HEAD_MM = 13;
const BREWER_MM = 6;
const SMALL_LINE_MM = 3;
const MOST_ROW_MM = 20;
/** A figure takes so much of its row's height, its frame the rest; and so many of its own size of a column's width. */
const OF_ROW = 0.76;
const WIDE = 3.5;
/** Size, coffee, set, ice and dial. */
const COLUMNS = 5;
const DIGIT_SHARE = 0.7;
/** A digit is read from four hundred times its height in the light of a bar. */
const READABLE_TIMES = 400;
const MM_PER_M = 1000;

/** How large a wall chart can be printed on one page: tables side by side when it lies, one above the other when it stands. */
export function paperSizes(
  paper: Paper,
  tables: readonly { readonly rows: number; readonly brewers: number }[],
): PaperSizes {
  const { width, height } = PAGE_MM[paper];
  const beside = paper === "landscape" ? tables.length : 1;
  const need = tables.map(({ rows, brewers }) => ({
    fixed: HEAD_MM + BREWER_MM * brewers + SMALL_LINE_MM * rows,
    rows,
  }));
  const stacked = paper === "portrait";
  const fixed = stacked
    ? need.reduce((sum, each) => sum + each.fixed, 0)
    : Math.max(...need.map((each) => each.fixed));
  const rows = stacked
    ? need.reduce((sum, each) => sum + each.rows, 0)
    : Math.max(...need.map((each) => each.rows));
  const rowMm = Math.min(MOST_ROW_MM, (height - 2 * MARGIN_MM - TITLE_MM - fixed) / Math.max(1, rows));
  const columnMm = (width - 2 * MARGIN_MM) / beside / COLUMNS;
  const figureMm = Math.max(2, Math.min(OF_ROW * rowMm, columnMm / WIDE));
  return {
    rowMm: Math.max(2.5, rowMm),
    figureMm,
    readableM: (DIGIT_SHARE * figureMm * READABLE_TIMES) / MM_PER_M,
  };
}
