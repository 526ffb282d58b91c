import type { Learned } from "#contract/bench.ts";
import type { Database } from "./connection.ts";
import { fits } from "./schema/index.ts";
import { readStandards } from "./standards.ts";

/** The house's lessons, with the approved batches of each site by the site's id. */
export interface LearnedByAll {
  readonly fits: Learned["fits"];
  readonly standards: ReadonlyMap<string, Learned["standards"]>;
}

/** The factors that were fitted, and every approved batch in force. */
export async function readLearned(db: Database): Promise<LearnedByAll> {
  const [fitted, standards] = await Promise.all([db.select().from(fits), readStandards(db)]);
  const bySite = new Map<string, Learned["standards"]>();
  for (const { siteId, ...standard } of standards) {
    bySite.set(siteId, [...(bySite.get(siteId) ?? []), standard]);
  }
  return {
    fits: fitted.map(({ at: _at, moves, ...fit }) => ({ ...fit, moves: moves ?? [] })),
    standards: bySite,
  };
}
