import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { canScale, readQuery, Scale } from "#features/scale/index.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Scale · Tumbek" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  if (!canScale(bench)) return <Trouble what="unmeasured" />;
  const { state, broken } = readQuery(await searchParams, bench);
  return <Scale key={bench.site.id} bench={bench} start={state} broken={broken} />;
});
