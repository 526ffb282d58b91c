import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { v7 as uuidv7 } from "uuid";
import { guarded } from "#app/guarded.tsx";
import { uuid } from "#contract/card.ts";
import { countsOf, readRecipe } from "#data/recipes.ts";
import { Trouble } from "#features/frame/index.ts";
import { Editor, nextDraft } from "#features/recipes/index.ts";
import { database } from "#server/database.ts";
import { currentKit } from "#server/kit.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Write a recipe · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
  readonly searchParams: Promise<{ readonly from?: string | string[] }>;
}

/** The recipe's draft, or a new version that goes on from the one named by `from`. */
export default guarded("writeRecipes", async ({ params, searchParams }: Props) => {
  const { id } = await params;
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const recipe = uuid.safeParse(id).success ? await readRecipe(database(), id) : undefined;
  if (!recipe) notFound();
  const kit = await currentKit(bench);
  const draft = recipe.versions.find(({ state }) => state === "draft");
  if (draft) {
    return (
      <Editor
        key={draft.versionId}
        kit={kit}
        start={nextDraft(recipe.name, draft, false)}
        recipeId={id}
        versionId={draft.versionId}
        revision={draft.revision}
      />
    );
  }
  const { from } = await searchParams;
  const version = recipe.versions.find(({ versionId }) => versionId === from) ?? countsOf(recipe.versions);
  if (!version) notFound();
  const start = nextDraft(recipe.name, version, true);
  return <Editor kit={kit} start={start} recipeId={id} versionId={uuidv7()} revision={0} />;
});
