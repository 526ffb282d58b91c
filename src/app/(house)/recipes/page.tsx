import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { Recipes } from "#features/recipes/index.ts";
import { readRecipeList } from "#server/read/recipes.ts";
import { LinkState } from "#ui/linkState.tsx";

export const metadata: Metadata = { title: "Recipes · Tumbek" };

export default guarded("see", async () => {
  const page = await readRecipeList();
  if (typeof page === "string") return <Trouble what={page} />;
  return (
    <LinkState>
      <Recipes {...page} />
    </LinkState>
  );
});
