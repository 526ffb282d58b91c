import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { printListDay } from "#app/times.ts";
import { uuid } from "#contract/card.ts";
import { readRecipe } from "#data/recipes.ts";
import { Trouble } from "#features/frame/index.ts";
import { Approval } from "#features/recipes/index.ts";
import { effectsOf } from "#server/approval.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "A new standard · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
  readonly searchParams: Promise<{ readonly v?: string | string[] }>;
}

export default guarded("approve", async ({ params, searchParams }: Props) => {
  const { id } = await params;
  const { v } = await searchParams;
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const recipe = uuid.safeParse(id).success ? await readRecipe(database(), id) : undefined;
  const version = recipe?.versions.find(({ versionId, state }) => versionId === v && state !== "draft");
  if (!recipe || !version) notFound();
  const { effects } = await effectsOf(version.versionId);
  return (
    <Approval
      recipeId={id}
      versionId={version.versionId}
      name={recipe.name}
      version={version.version}
      standard={recipe.versions.find(({ state }) => state === "standard")?.version}
      effects={effects.map((effect) => ({ ...effect, days: effect.days.map(printListDay) }))}
    />
  );
});
