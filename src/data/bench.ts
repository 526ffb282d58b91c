import type { Bench, BenchRecipe, Equipment } from "#contract/bench.ts";
import { readBenchRecipes } from "./benchRecipes.ts";
import type { Database } from "./connection.ts";
import { readEquipment } from "./equipment.ts";
import { type BenchRevisions, readBenchRevisions } from "./house.ts";
import { type LearnedByAll, readLearned } from "./learned.ts";
import { inSnapshot } from "./transact.ts";

/** Pieces that benches are put together from, with the revisions that they were read at. */
export interface BenchPieces {
  readonly revisions: BenchRevisions;
  /** By the site's id, of the sites that were asked for. */
  readonly equipment: ReadonlyMap<string, Equipment>;
  readonly recipes: readonly BenchRecipe[];
  readonly learned: LearnedByAll;
}

/**
 * The pieces of a site's bench and their revisions, as of one moment.
 *
 * @param siteId the site that is asked for; the first one when it is not there
 * @param known what was read before: a part whose revision is the same is not read again
 */
export function readPieces(db: Database, siteId: string, known?: BenchPieces): Promise<BenchPieces> {
  return inSnapshot(db, async (at) => {
    const revisions = await readBenchRevisions(at);
    const isSame = (part: keyof BenchRevisions) => known?.revisions[part] === revisions[part];
    // Recipes and what was learned carry measures of the equipment that they were made with.
    const sameEquipment = isSame("equipment");
    const equipment = new Map(sameEquipment ? known?.equipment : undefined);
    if (!equipment.has(siteId)) {
      const own = await readEquipment(at, siteId);
      if (own) equipment.set(own.site.id, own);
    }
    return {
      revisions,
      equipment,
      recipes: sameEquipment && isSame("recipes") ? known!.recipes : await readBenchRecipes(at),
      learned: sameEquipment && isSame("learned") ? known!.learned : await readLearned(at),
    };
  });
}

/** The id of the site that is meant: the first one where it is not there; undefined before any was read. */
export function siteMeant({ equipment }: BenchPieces, siteId: string): string | undefined {
  const [any] = equipment.values();
  return any?.sites.find(({ id }) => id === siteId)?.id ?? any?.sites[0]?.id;
}

/** A site's bench from its pieces; undefined where its equipment is not among them. */
export function benchFrom(pieces: BenchPieces, siteId: string): Omit<Bench, "today"> | undefined {
  const { revisions, equipment, recipes, learned } = pieces;
  const own = equipment.get(siteMeant(pieces, siteId) ?? "");
  if (!own) return undefined;
  return {
    ...own,
    revision: revisions.equipment + revisions.recipes + revisions.learned,
    recipes,
    fits: learned.fits,
    standards: learned.standards.get(own.site.id) ?? [],
  };
}

/** A site's bench with the house's recipes and coffees; undefined while the house has no site. */
export async function readBench(db: Database, siteId: string): Promise<Omit<Bench, "today"> | undefined> {
  return benchFrom(await readPieces(db, siteId), siteId);
}
