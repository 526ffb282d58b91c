import type { Random } from "#core/random";

/** One taster's three cups, by their codes, in the order in which they stand. */
export interface Ballot {
  readonly cups: readonly [string, string, string];
  /** Place of the cup that is not like the other two. */
  readonly odd: 0 | 1 | 2;
  /** That cup is the pot's, and the two are the other's; or the other way round. */
  readonly oddIsPot: boolean;
}

const ORDERS = [0, 1, 2].flatMap((odd) =>
  [true, false].map((oddIsPot) => ({ odd: odd as Ballot["odd"], oddIsPot })),
);
/** Three digits: none of them is a number that somebody has a liking for. */
const LEAST_CODE = 112;
const MOST_CODE = 998;

/**
 * Ballots whose orders are balanced: of every six that follow each other each order comes once, shuffled. The codes of a
 * ballot are random and differ.
 */
export function ballotsOf(count: number, random: Random): readonly Ballot[] {
  const blocks = Array.from({ length: Math.ceil(count / ORDERS.length) }, () => shuffled(ORDERS, random));
  return blocks
    .flat()
    .slice(0, count)
    .map((order) => ({ ...order, cups: codes(random) }));
}

function codes({ share }: Random): Ballot["cups"] {
  const found = new Set<string>();
  while (found.size < 3) found.add(String(LEAST_CODE + Math.floor(share() * (MOST_CODE - LEAST_CODE + 1))));
  return [...found] as unknown as Ballot["cups"];
}

/** Source: Fisher and Yates, in Durstenfeld's way. */
function shuffled<T>(things: readonly T[], { share }: Random): T[] {
  const all = [...things];
  for (let i = all.length - 1; i > 0; i--) {
    const j = Math.floor(share() * (i + 1));
    [all[i], all[j]] = [all[j]!, all[i]!];
  }
  return all;
}
