import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { printDay } from "#app/times.ts";
import { uuid } from "#contract/card.ts";
import { countsOf, readRecipe } from "#data/recipes.ts";
import { Trouble } from "#features/frame/index.ts";
import { RecipeView } from "#features/recipes/index.ts";
import { database } from "#server/database.ts";
import { currentKit } from "#server/kit.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Recipe · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
  readonly searchParams: Promise<{ readonly v?: string | string[] }>;
}

export default guarded("see", async ({ params, searchParams }: Props) => {
  const { id } = await params;
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const recipe = uuid.safeParse(id).success ? await readRecipe(database(), id) : undefined;
  const { v } = await searchParams;
  const shown =
    recipe && (recipe.versions.find(({ versionId }) => versionId === v) ?? countsOf(recipe.versions));
  if (!recipe || !shown) notFound();
  const versions = recipe.versions.map((version) => ({
    ...version,
    when: printDay(new Date(version.at), bench.site.timeZone),
  }));
  const kit = await currentKit(bench);
  return <RecipeView key={shown.versionId} {...recipe} versions={versions} shown={shown} kit={kit} />;
});
