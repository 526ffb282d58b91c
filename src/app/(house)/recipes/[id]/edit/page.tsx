import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Editor, nextDraft } from "#features/recipes/index.ts";
import { readEditor } from "#server/read/recipes.ts";

export const metadata: Metadata = { title: "Write a recipe · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
  readonly searchParams: Promise<LinkQuery>;
}

/** The recipe's draft, or a new version that goes on from the one named by `from`. */
export default guarded("writeRecipes", async ({ params, searchParams }: Props) => {
  const page = await readEditor((await params).id, (await searchParams).from);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  const { name, from, isDraft, ...editor } = page;
  const key = isDraft ? from.versionId : "new version";
  return <Editor key={key} {...editor} start={nextDraft(name, from, !isDraft)} />;
});
