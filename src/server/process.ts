const KEPT = Symbol.for("tumbek");

/**
 * A value that this process keeps once, whichever of the framework's bundles asks for it: pages, routes and the start of
 * the server each have their own copy of a module. Only what another server can do without may be kept so.
 */
export function keptInProcess<T>(name: string, make: () => T): T {
  const holder = globalThis as { [KEPT]?: Map<string, unknown> };
  holder[KEPT] ??= new Map();
  const values = holder[KEPT];
  if (!values.has(name)) values.set(name, make());
  return values.get(name) as T;
}
