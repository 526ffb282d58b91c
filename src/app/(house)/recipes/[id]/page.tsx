import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { RecipeView } from "#features/recipes/index.ts";
import { readRecipePage } from "#server/read/recipes.ts";

export const metadata: Metadata = { title: "Recipe · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ params, searchParams }: Props) => {
  const page = await readRecipePage((await params).id, (await searchParams).v);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  return <RecipeView key={page.shown.versionId} {...page} />;
});
