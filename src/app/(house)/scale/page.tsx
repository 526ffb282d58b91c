import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Scale } from "#features/scale/index.ts";
import { readScale } from "#server/read/scale.ts";

export const metadata: Metadata = { title: "Scale · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readScale(await searchParams);
  return typeof page === "string" ? <Trouble what={page} /> : <Scale key={page.bench.site.id} {...page} />;
});
