import { join } from "node:path";
import { CALC, ensureBundle } from "../scripts/lib/build.mjs";

/** The computing thread as the server has it, built once for all tests. */
export default async function setup(): Promise<void> {
  process.env.TUMBEK_CALC_THREAD = await ensureBundle(
    "src/calc/thread.ts",
    CALC,
    join(import.meta.dirname, "../.tumbek/logs"),
  );
}
