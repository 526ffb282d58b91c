/** Lets this process forget what it keeps: the database that was asked first, and what was read of it. */
export function forgetProcess(): void {
  const { [Symbol.for("tumbek")]: values } = globalThis as unknown as Record<symbol, Map<string, unknown>>;
  values?.clear();
}
