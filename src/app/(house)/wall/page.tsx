import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Wall, WallCards, WallLabels, WallList } from "#features/wall/index.ts";
import { readWallPage } from "#server/read/wall.ts";
import { LinkState } from "#ui/linkState.tsx";

export const metadata: Metadata = { title: "Wall chart · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readWallPage(paramsOf(await searchParams));
  if (typeof page === "string") return <Trouble what={page} />;
  if (page.as === "cards") return <WallCards coffee={page.coffee} cards={page.cards} />;
  if (page.as === "labels") {
    return <WallLabels coffee={page.coffee} site={page.site} labels={page.labels} />;
  }
  if (page.as === "list") {
    return (
      <LinkState>
        <WallList view={page.view} />
      </LinkState>
    );
  }
  return <Wall view={page.view} />;
});
