import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Overview, Shell } from "#features/bench/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { readOverview } from "#server/read/bench.ts";

export const metadata: Metadata = { title: "Bench · Tumbek" };

export default guarded("see", async () => {
  const page = await readOverview();
  if (typeof page === "string") return <Trouble what={page} />;
  return (
    <Shell site={page.site} part={undefined}>
      <Overview {...page.overview} />
    </Shell>
  );
});
