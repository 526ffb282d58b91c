/** One equation in (dose, brew water, bypass, ice): coefficients · masses = rhs. */
export interface Row {
  readonly of: readonly [dose: number, brewWater: number, bypass: number, ice: number];
  readonly rhs: number;
}

const UNKNOWNS = 4;

/**
 * A pivot below this, in rows scaled to a largest coefficient of 1, counts as none. The equations of a sheet
 * hold figures of three or four digits, so a true pivot is above 1e-5 and rounding noise below 1e-14.
 */
const SMALLEST_PIVOT = 1e-10;

export interface Elimination {
  readonly rank: number;
  /** The one solution, when rows and rank are both four. */
  readonly solution?: readonly [number, number, number, number];
}

/** Gaussian elimination with complete pivoting, on a copy, of at most a dozen rows. */
export function eliminate(rows: readonly Row[]): Elimination {
  const work = rows.map(({ of, rhs }) => {
    const scale = Math.max(...of.map(Math.abs)) || 1;
    return [...of.map((coefficient) => coefficient / scale), rhs / scale];
  });
  const column = [0, 1, 2, 3];
  let rank = 0;
  while (rank < Math.min(UNKNOWNS, work.length)) {
    const pivot = largest(work, rank);
    if (!(pivot.size > SMALLEST_PIVOT)) break;
    swap(work, rank, pivot.row);
    swap(column, rank, pivot.column);
    for (const row of work) swap(row, rank, pivot.column);
    const top = work[rank]!;
    for (const row of work.slice(rank + 1)) {
      const factor = row[rank]! / top[rank]!;
      for (let k = rank; k <= UNKNOWNS; k++) row[k] = row[k]! - factor * top[k]!;
    }
    rank++;
  }
  if (rank < UNKNOWNS || rows.length !== UNKNOWNS) return { rank };
  const solution: [number, number, number, number] = [0, 0, 0, 0];
  for (let i = UNKNOWNS - 1; i >= 0; i--) {
    let rest = work[i]![UNKNOWNS]!;
    for (let k = i + 1; k < UNKNOWNS; k++) rest -= work[i]![k]! * solution[column[k]!]!;
    solution[column[i]!] = rest / work[i]![i]!;
  }
  return { rank, solution };
}

function largest(work: readonly number[][], from: number) {
  let best = { size: 0, row: from, column: from };
  for (let row = from; row < work.length; row++) {
    for (let column = from; column < UNKNOWNS; column++) {
      const size = Math.abs(work[row]![column]!);
      if (size > best.size) best = { size, row, column };
    }
  }
  return best;
}

function swap<T>(list: T[], a: number, b: number): void {
  [list[a], list[b]] = [list[b]!, list[a]!];
}

/**
 * The direction in which the masses may still move under three independent equations: the generalised
 * cross product of their coefficients, scaled to a largest entry of 1. Undefined when they are dependent.
 */
export function freeDirection(three: readonly Row[]): readonly number[] | undefined {
  const normal = [0, 1, 2, 3].map((skip) => {
    const columns = [0, 1, 2, 3].filter((k) => k !== skip);
    const [a, b, c] = three.map(({ of }) => {
      const scale = Math.max(...of.map(Math.abs)) || 1;
      return columns.map((k) => of[k]! / scale);
    }) as [number[], number[], number[]];
    const minor =
      a[0]! * (b[1]! * c[2]! - b[2]! * c[1]!) -
      a[1]! * (b[0]! * c[2]! - b[2]! * c[0]!) +
      a[2]! * (b[0]! * c[1]! - b[1]! * c[0]!);
    return skip % 2 === 0 ? minor : -minor;
  });
  const size = Math.max(...normal.map(Math.abs));
  return size > SMALLEST_PIVOT ? normal.map((entry) => entry / size) : undefined;
}
