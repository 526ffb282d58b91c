import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { Moved } from "#features/log/index.ts";
import { readMoved } from "#server/read/moved.ts";

export const metadata: Metadata = { title: "What has moved · Tumbek" };

export default guarded("see", async () => {
  const page = await readMoved();
  return typeof page === "string" ? <Trouble what={page} /> : <Moved {...page} />;
});
