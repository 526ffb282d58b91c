import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { RescuePot } from "#features/rescue/index.ts";
import { readRescue } from "#server/read/rescue.ts";

export const metadata: Metadata = { title: "Something went wrong · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readRescue(paramsOf(await searchParams));
  if (typeof page === "string") return <Trouble what={page} />;
  return <RescuePot key={page.pot?.cardId} {...page} />;
});
