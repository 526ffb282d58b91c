/**
 * Writes a failure that nobody expected into the server's log: its kind and first line. What a query was
 * given stays out: it may be a name, or what a session is signed with.
 */
export function logFailure(error: unknown): void {
  process.stderr.write(`${new Date().toISOString()} ${failureLine(error)}\n`);
}

/** A failure's kind and first line, of the error that is deepest: nothing that a query was given. */
export function failureLine(error: unknown): string {
  const deepest = deepestOf(error);
  return deepest instanceof Error ? `${deepest.name}: ${deepest.message.split("\n")[0]}` : String(deepest);
}

function deepestOf(error: unknown): unknown {
  let at = error;
  while (at instanceof Error && at.cause instanceof Error) at = at.cause;
  return at;
}
