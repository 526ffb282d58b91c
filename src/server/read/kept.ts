import type { Bench } from "#contract/bench.ts";
import { readBrewing } from "#data/guides.ts";
import { barOf } from "#server/bar.ts";
import { database } from "#server/database.ts";
import { runningSince } from "#server/guides.ts";
import { listOf } from "#server/shifts.ts";

/** Pages that every device of a site keeps for when there is no network. */
const ALWAYS = ["/bar", "/shift", "/cards", "/wall"];
/** Cards beside them: a shift's, not a house's. */
const MOST_CARDS = 12;

/** Pages of a site's shift, as paths: today's cards, what is being brewed, and guides that run. */
export async function keptPagesOf(bench: Bench): Promise<readonly string[]> {
  const { site, today } = bench;
  const [list, bar, guides] = await Promise.all([
    listOf({ siteId: site.id, day: today }),
    barOf(database(), bench),
    readBrewing(database(), site.id, runningSince()),
  ]);
  const brewing = [...bar.folded.state.pots.values()].flatMap((pot) => pot.brewing?.cardId ?? []);
  const cards = new Set([...brewing, ...list.items.map(({ cardId }) => cardId)]);
  return [
    ...ALWAYS,
    ...guides.map(({ id }) => `/guide/${id}`),
    // A brew is begun from its card, and logged from it.
    ...[...cards]
      .slice(0, MOST_CARDS)
      .flatMap((id) => [`/cards/${id}`, `/guide/new?card=${id}`, `/log?card=${id}`]),
  ];
}
