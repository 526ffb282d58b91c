/** A row as fields that a person can compare; a field that is not there is undefined. */
export type Version = Readonly<Record<string, string | undefined>>;

export interface Versions {
  /** The version that both began with. */
  readonly base: Version;
  readonly mine: Version;
  readonly theirs: Version;
}

export interface Difference {
  readonly field: string;
  readonly mine: string | undefined;
  readonly theirs: string | undefined;
  /** Whose it plainly is, when only one of the two changed it; undefined when both did. */
  readonly plainly: "mine" | "theirs" | undefined;
}

/** Every field in which two versions of a row differ, in the order in which mine, then theirs, name them. */
export function differences({ base, mine, theirs }: Versions): readonly Difference[] {
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  return fields
    .filter((field) => mine[field] !== theirs[field])
    .map((field) => ({
      field,
      mine: mine[field],
      theirs: theirs[field],
      plainly: theirs[field] === base[field] ? "mine" : mine[field] === base[field] ? "theirs" : undefined,
    }));
}

/**
 * The row that the choices make: what is the same in both, and for each difference the chosen side.
 *
 * @param chosen a side for every difference; one that is missing takes theirs, which is already kept
 */
export function merged(
  { mine, theirs }: Versions,
  chosen: Readonly<Record<string, "mine" | "theirs">>,
): Version {
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  return Object.fromEntries(
    fields.map((field) => [field, (chosen[field] === "mine" ? mine : theirs)[field]]),
  );
}
