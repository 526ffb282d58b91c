import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Editor, firstDraft, nextDraft } from "#features/recipes/index.ts";
import { readNewRecipe } from "#server/read/recipes.ts";

export const metadata: Metadata = { title: "A new recipe · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

/** A recipe from nothing, or as a copy of a version that is named by `from`. */
export default guarded("writeRecipes", async ({ searchParams }: Props) => {
  const page = await readNewRecipe((await searchParams).from);
  if (typeof page === "string") return <Trouble what={page} />;
  const { from, ...editor } = page;
  const start = from ? nextDraft(`${from.name}, copy`, from, true) : firstDraft(page.kit);
  return <Editor {...editor} start={start} revision={0} />;
});
