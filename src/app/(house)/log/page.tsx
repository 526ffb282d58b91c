import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Log } from "#features/log/index.ts";
import { readLog } from "#server/read/log.ts";
import { LinkState } from "#ui/linkState.tsx";

export const metadata: Metadata = { title: "Log · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const link = paramsOf(await searchParams);
  const page = await readLog(link);
  if (typeof page === "string") return <Trouble what={page} />;
  return (
    <LinkState>
      <Log key={page.site.id} {...page} />
    </LinkState>
  );
});
