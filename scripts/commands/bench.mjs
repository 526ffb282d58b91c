import { join } from "node:path";
import { ensureBundle } from "../lib/build.mjs";
import { withFreshHouse } from "../lib/freshHouse.mjs";
import { houseFrom, ROOT } from "../lib/place.mjs";

export async function run() {
  const rows = await withFreshHouse(".tumbek/bench", async () => {
    const { host, port } = houseFrom();
    const { benchHouse } = await import("../../bench/house.mjs");
    return benchHouse(`http://${host}:${port}`);
  });
  const logs = join(ROOT, ".tumbek", "logs");
  const bundle = await ensureBundle("bench/bench.ts", ["bench", "src/core"], logs);
  const { bench } = await import(bundle);
  return (await bench(ROOT, rows)) ? 0 : 1;
}
