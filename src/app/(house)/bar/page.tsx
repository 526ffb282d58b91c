import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Bar } from "#features/bar/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { readBarPage } from "#server/read/barPage.ts";

export const metadata: Metadata = { title: "Bar · Tumbek" };

export default guarded("see", async () => {
  const page = await readBarPage();
  return typeof page === "string" ? <Trouble what={page} /> : <Bar {...page} />;
});
