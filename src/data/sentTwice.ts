import { isDeepStrictEqual } from "node:util";

/**
 * The house's knowledge of a write that names its own id: nothing yet (`new`); the very same, so that nothing is left
 * to do (`again`); or something else under that id (`other`), which is refused with both shown.
 *
 * @param kept the row's fields that the write would set; undefined where there is no such row
 * @param sent the same fields as they were sent
 */
export function sentBefore<Fields extends object>(
  kept: Partial<Record<keyof Fields, unknown>> | undefined,
  sent: Fields,
): "new" | "again" | "other" {
  if (!kept) return "new";
  return holds(kept, sent) ? "again" : "other";
}

/**
 * Whether a change that began with `began` was kept already: its row is one revision further, and says what was sent.
 * A client that never got its answer sends the same again.
 */
export function changedBefore<Fields extends object>(
  { revision, ...kept }: Partial<Record<keyof Fields, unknown>> & { readonly revision: number },
  { began, sent }: { readonly began: number; readonly sent: Fields },
): boolean {
  return revision === began + 1 && holds(kept, sent);
}

/** Whether a row says all that was sent; the order of keys and the parts of a row that nobody sends do not count. */
function holds(kept: object, sent: object): boolean {
  return Object.entries(sent).every(([name, value]) =>
    sameContent((kept as Readonly<Record<string, unknown>>)[name], value),
  );
}

/** Whether two values are one as JSON, whatever the order of their keys; null and nothing are one. */
export function sameContent(a: unknown, b: unknown): boolean {
  return isDeepStrictEqual(asJson(a), asJson(b));
}

function asJson(value: unknown): unknown {
  return value === undefined || value === null ? null : JSON.parse(JSON.stringify(value));
}
