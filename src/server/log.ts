import pino from "pino";

/** One line of JSON for each failure, written at once: a process that dies has said why. */
const log = pino(
  {
    base: null,
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (level) => ({ level }) },
  },
  pino.destination({ fd: 2, sync: true }),
);

/** Writes a failure that nobody expected into the server's log. */
export function logFailure(error: unknown): void {
  log.error({ where: framesOf(error) }, failureLine(error));
}

/**
 * A failure's kind and first line, of the error that is deepest. What a query was given stays out: it may be a name, or what a PIN
 * was hashed to. The database quotes such values, the driver names none.
 */
export function failureLine(error: unknown): string {
  const deepest = causesOf(error).at(-1);
  if (!(deepest instanceof Error)) return String(deepest);
  const line = deepest.message.split("\n")[0] ?? "";
  return `${deepest.name}: ${"errno" in deepest ? line.replaceAll(/'[^']*'/g, "'…'") : line}`;
}

/** Where each error of a chain came from, the outermost first: its stack without the message. */
function framesOf(error: unknown): readonly (readonly string[])[] {
  return causesOf(error).map((each) => {
    const lines = each instanceof Error ? (each.stack?.split("\n") ?? []) : [];
    return lines.map((line) => line.trim()).filter((line) => line.startsWith("at "));
  });
}

/** An error and what caused it, down to the first cause. */
function causesOf(error: unknown): readonly unknown[] {
  const chain = [error];
  for (let at = error; at instanceof Error && at.cause instanceof Error; at = at.cause) chain.push(at.cause);
  return chain;
}
