import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Recipes, readFilter } from "#features/recipes/index.ts";
import { readRecipeList } from "#server/read/recipes.ts";

export const metadata: Metadata = { title: "Recipes · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readRecipeList();
  if (typeof page === "string") return <Trouble what={page} />;
  return <Recipes {...page} start={readFilter(await searchParams)} />;
});
