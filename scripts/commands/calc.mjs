import { join } from "node:path";
import { CALC, ensureBundle } from "../lib/build.mjs";
import { ROOT } from "../lib/place.mjs";

export async function run(args) {
  // What is said while the packages are installed must not stand before the answer.
  const say = console.log;
  console.log = console.error;
  const logs = join(ROOT, ".tumbek", "logs");
  const bundle = await ensureBundle("src/calc/cli.ts", CALC, logs);
  console.log = say;
  const { calc } = await import(bundle);
  return calc(args);
}
