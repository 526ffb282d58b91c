import type { Metadata } from "next";
import { v7 as uuidv7 } from "uuid";
import { guarded } from "#app/guarded.tsx";
import { uuid } from "#contract/card.ts";
import { findVersion } from "#data/recipes.ts";
import { Trouble } from "#features/frame/index.ts";
import { Editor, firstDraft, nextDraft } from "#features/recipes/index.ts";
import { database } from "#server/database.ts";
import { currentKit } from "#server/kit.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "A new recipe · Tumbek" };

interface Props {
  readonly searchParams: Promise<{ readonly from?: string | string[] }>;
}

/** A recipe from nothing, or as a copy of a version that is named by `from`. */
export default guarded("writeRecipes", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const kit = await currentKit(bench);
  if (kit.brewers.length === 0 || kit.coffees.length === 0) return <Trouble what="unmeasured" />;
  const from = uuid.safeParse((await searchParams).from);
  const version = from.success ? await findVersion(database(), from.data) : undefined;
  const start = version ? nextDraft(`${version.name}, copy`, version, true) : firstDraft(kit);
  return <Editor kit={kit} start={start} recipeId={uuidv7()} versionId={uuidv7()} revision={0} />;
});
