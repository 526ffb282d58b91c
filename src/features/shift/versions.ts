import type { ShiftIce, ShiftItem } from "#contract/shift.ts";
import { merged, type Version, type Versions } from "#core/versions";

/** The field that stands for the order of the lines that both lists have. */
export const ORDER = "order";

/** The field that stands for the day's ice. */
export const ICE = "ice";

/** A day as somebody has it. */
export interface Day {
  readonly items: readonly ShiftItem[];
  readonly ice: ShiftIce | null;
}

interface Lists {
  readonly base: Day;
  readonly mine: Day;
  readonly theirs: Day;
}

/** Three lists as fields to compare: a line's batches by the line's id, the order of what both have, and the ice. */
export function versionsOf({ base, mine, theirs }: Lists): Versions {
  const both = new Set(
    mine.items.filter(({ id }) => theirs.items.some((their) => their.id === id)).map(({ id }) => id),
  );
  const versionOf = ({ items, ice }: Day): Version => ({
    ...Object.fromEntries(items.map(({ id, batches }) => [id, String(batches)])),
    [ORDER]: items.flatMap(({ id }) => (both.has(id) ? [id] : [])).join(" "),
    [ICE]: JSON.stringify(ice),
  });
  return { base: versionOf(base), mine: versionOf(mine), theirs: versionOf(theirs) };
}

/** The list that the choices make; a line that only one list has stands after the others. */
export function listFrom(lists: Lists, chosen: Readonly<Record<string, "mine" | "theirs">>): Day {
  const version = merged(versionsOf(lists), chosen);
  const { mine, theirs } = lists;
  const [first, second] = chosen[ORDER] === "mine" ? [mine.items, theirs.items] : [theirs.items, mine.items];
  const all = [...first, ...second.filter(({ id }) => !first.some((item) => item.id === id))];
  const items = all.flatMap((item) => {
    const batches = version[item.id];
    return batches === undefined ? [] : [{ ...item, batches: Number(batches) }];
  });
  return { items, ice: chosen[ICE] === "mine" ? mine.ice : theirs.ice };
}
