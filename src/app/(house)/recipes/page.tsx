import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { listRecipes } from "#data/recipes.ts";
import { Trouble } from "#features/frame/index.ts";
import { Recipes, readFilter } from "#features/recipes/index.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Recipes · Tumbek" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const lines = await listRecipes(database());
  return <Recipes lines={lines} start={readFilter(await searchParams)} site={bench.site} />;
});
