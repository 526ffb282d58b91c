import type { Bench, BenchRecipe } from "#contract/bench.ts";
import { uuid } from "#contract/card.ts";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import { benchForScale, canScale, readQuery } from "#scaling/choice";
import { database } from "#server/database.ts";
import { onBench } from "./onBench.ts";

/** Scale as a link asks for it: the bench that it draws on, where it starts, and what of the link could not be read. */
export function readScale(query: Readonly<Record<string, string | string[] | undefined>>) {
  return onBench(async (bench) => {
    if (!canScale(bench)) return "unmeasured";
    const few = benchForScale(bench, await keptVersion(query.recipe, bench));
    const { state, broken } = readQuery(query, few);
    return { bench: few, start: state, broken };
  });
}

/** The version that a link names: one that counts, or any that was kept, such as one on trial beside a standard. */
async function keptVersion(named: unknown, bench: Bench): Promise<BenchRecipe | undefined> {
  const counts = bench.recipes.find(({ versionId }) => versionId === named);
  const id = uuid.safeParse(named);
  if (counts || !id.success) return counts;
  const version = await findBenchRecipe(database(), id.data);
  return version?.state === "draft" ? undefined : version;
}
