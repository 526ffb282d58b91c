import type { Bench } from "#contract/bench.ts";
import { dayIn } from "#contract/days.ts";
import { type BenchPieces, benchFrom, readPieces, siteMeant } from "#data/bench.ts";
import { type BenchRevisions, readBenchRevisions } from "#data/house.ts";
import { Refusal } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { keptInProcess } from "./process.ts";

/** The pieces of the benches as they were read last. */
const known = keptInProcess<{ pieces?: BenchPieces }>("bench pieces", () => ({}));

/**
 * A site's bench: asked for with every page, and read again only in those parts that were changed. What is kept carries the
 * revisions that it was read at, in one snapshot, and those are asked for each time: another server's change counts at once.
 *
 * @param siteId the site that is asked for; the first one when it is not there
 * @returns undefined while the house has no site
 */
export async function benchOf(siteId: string): Promise<Bench | undefined> {
  const revisions = await readBenchRevisions(database());
  const pieces = isOf(known.pieces, revisions, siteId)
    ? known.pieces
    : await readPieces(database(), siteId, known.pieces);
  if (isNewer(pieces, known.pieces)) known.pieces = pieces;
  const bench = benchFrom(pieces, siteId);
  return bench && { ...bench, today: dayIn(bench.site.timeZone, now()) };
}

/**
 * The bench of this site and of no other; of the first one where none is named.
 *
 * @throws `Refusal` `notThere`, with the field that named it
 */
export async function benchNamed(siteId: string | null, field = "site"): Promise<Bench> {
  const bench = await benchOf(siteId ?? "");
  if (!bench || (siteId !== null && bench.site.id !== siteId)) {
    throw new Refusal("There is no site by that id.", { code: "notThere", field });
  }
  return bench;
}

function isOf(pieces: BenchPieces | undefined, now: BenchRevisions, siteId: string): pieces is BenchPieces {
  if (!pieces) return false;
  const { equipment, recipes, learned } = pieces.revisions;
  return (
    equipment === now.equipment &&
    recipes === now.recipes &&
    learned === now.learned &&
    pieces.equipment.has(siteMeant(pieces, siteId) ?? "")
  );
}

/** Whether no part was read before the one that is kept: of two requests that read at once, the slower may be older. */
function isNewer(pieces: BenchPieces, current: BenchPieces | undefined): boolean {
  const parts = Object.keys(pieces.revisions) as (keyof BenchRevisions)[];
  return !current || parts.every((part) => pieces.revisions[part] >= current.revisions[part]);
}
