import type { Database } from "./connection.ts";

/**
 * A query that is put together once for each database: building what every page asks took as long as its answer.
 * In a transaction, which has a handle of its own, it is built anew.
 */
export function prepared<Q>(build: (db: Database) => Q): (db: Database) => Q {
  const built = new WeakMap<Database, Q>();
  return (db) => {
    const known = built.get(db);
    if (known) return known;
    const query = build(db);
    built.set(db, query);
    return query;
  };
}
