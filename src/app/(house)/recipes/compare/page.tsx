import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { readAllRecipes } from "#data/recipes.ts";
import { Trouble } from "#features/frame/index.ts";
import { Compare } from "#features/recipes/index.ts";
import { database } from "#server/database.ts";
import { currentKit } from "#server/kit.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Side by side · Tumbek" };

interface Props {
  readonly searchParams: Promise<{ readonly a?: string | string[]; readonly b?: string | string[] }>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const { a, b } = await searchParams;
  const versions = (await readAllRecipes(database())).flatMap(({ id, name, versions }) =>
    versions.map((version) => ({ ...version, name, recipeId: id })),
  );
  const [left, right] = [a, b].map((asked) => versions.find(({ versionId }) => versionId === asked));
  if (!left || !right) notFound();
  const all = versions.map(({ versionId, name, version }) => ({
    versionId,
    text: `${name}, version ${version}`,
  }));
  return <Compare left={left} right={right} kit={await currentKit(bench)} all={all} />;
});
