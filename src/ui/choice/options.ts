import { wordsFit } from "#words/find";

/** One of several things to choose from. */
export interface Option<Value extends string = string> {
  readonly value: Value;
  readonly text: string;
  /** What matters of it beside its name: a coffee's age and stock, a vessel's fill. */
  readonly aside?: string | undefined;
  /** Heading that it stands under; options of one group follow each other. */
  readonly group?: string | undefined;
}

/** Options drawn at once: more than these nobody reads, and every one more makes opening slower. */
export const MOST_DRAWN = 60;

interface FoundOptions<Value extends string> {
  readonly groups: readonly { readonly heading: string; readonly options: readonly Option<Value>[] }[];
  /** Options that fit beside those that are drawn. */
  readonly more: number;
}

/**
 * Options in whose name, remark or heading every typed word begins some word, in their order, in groups; at most `MOST_DRAWN`.
 * Accents and capitals do not count.
 */
export function findOptions<Value extends string>(
  options: readonly Option<Value>[],
  typed: string,
): FoundOptions<Value> {
  const fits = ({ text, aside, group }: Option<Value>) =>
    wordsFit(`${text} ${aside ?? ""} ${group ?? ""}`, typed);
  const found = typed.trim() === "" ? options : options.filter(fits);
  const groups = new Map<string, Option<Value>[]>();
  for (const option of found.slice(0, MOST_DRAWN)) {
    const heading = option.group ?? "";
    const members = groups.get(heading) ?? [];
    members.push(option);
    groups.set(heading, members);
  }
  return {
    groups: [...groups].map(([heading, members]) => ({ heading, options: members })),
    more: Math.max(0, found.length - MOST_DRAWN),
  };
}
