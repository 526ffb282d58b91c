import type { ShiftItem } from "#contract/shift.ts";
import { merged, type Version, type Versions } from "#core/versions";

/** The field that stands for the order of the lines that both lists have. */
export const ORDER = "order";

type List = readonly ShiftItem[];

interface Lists {
  readonly base: List;
  readonly mine: List;
  readonly theirs: List;
}

/** Three lists as fields to compare: a line's batches by the line's id, and the order of what both have. */
export function versionsOf({ base, mine, theirs }: Lists): Versions {
  const both = new Set(mine.filter(({ id }) => theirs.some((their) => their.id === id)).map(({ id }) => id));
  const versionOf = (list: List): Version => ({
    ...Object.fromEntries(list.map(({ id, batches }) => [id, String(batches)])),
    [ORDER]: list.flatMap(({ id }) => (both.has(id) ? [id] : [])).join(" "),
  });
  return { base: versionOf(base), mine: versionOf(mine), theirs: versionOf(theirs) };
}

/** The list that the choices make; a line that only one list has stands after the others. */
export function listFrom(lists: Lists, chosen: Readonly<Record<string, "mine" | "theirs">>): List {
  const version = merged(versionsOf(lists), chosen);
  const [first, second] = chosen[ORDER] === "mine" ? [lists.mine, lists.theirs] : [lists.theirs, lists.mine];
  const all = [...first, ...second.filter(({ id }) => !first.some((item) => item.id === id))];
  return all.flatMap((item) => {
    const batches = version[item.id];
    return batches === undefined ? [] : [{ ...item, batches: Number(batches) }];
  });
}
