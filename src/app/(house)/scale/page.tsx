import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { Bench, BenchRecipe } from "#contract/bench.ts";
import { uuid } from "#contract/card.ts";
import { findBenchRecipe } from "#data/bench.ts";
import { Trouble } from "#features/frame/index.ts";
import { benchForScale, canScale, readQuery, Scale } from "#features/scale/index.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Scale · Tumbek" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** The version that a link names: one that counts, or any that was kept, such as one on trial beside a standard. */
async function keptVersion(asked: unknown, bench: Bench): Promise<BenchRecipe | undefined> {
  const counts = bench.recipes.find(({ versionId }) => versionId === asked);
  const id = uuid.safeParse(asked);
  if (counts || !id.success) return counts;
  const version = await findBenchRecipe(database(), id.data);
  return version?.state === "draft" ? undefined : version;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  if (!canScale(bench)) return <Trouble what="unmeasured" />;
  const query = await searchParams;
  const few = benchForScale(bench, await keptVersion(query.recipe, bench));
  const { state, broken } = readQuery(query, few);
  return <Scale key={bench.site.id} bench={few} start={state} broken={broken} />;
});
