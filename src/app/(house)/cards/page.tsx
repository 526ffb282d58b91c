import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { CardList } from "#features/card/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { readCardListPage } from "#server/read/cards.ts";
import { LinkState } from "#ui/linkState.tsx";

export const metadata: Metadata = { title: "Cards · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readCardListPage((await searchParams).put === "away");
  if (typeof page === "string") return <Trouble what={page} />;
  return (
    <LinkState>
      <CardList key={`${page.retired}`} {...page} />
    </LinkState>
  );
});
