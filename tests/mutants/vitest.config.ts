import { defineConfig } from "vitest/config";
import { AREAS, LONG, OF_FILES } from "./areas.mjs";
import { countsFast } from "./countsFast.ts";
import { ShortFirst } from "./shortFirst.ts";

/** The tests of one area alone; what the others would notice too does not count for it. */
export default defineConfig({
  plugins: [countsFast],
  test: {
    include: AREAS[process.env.TUMBEK_AREA as keyof typeof AREAS].tests,
    exclude: [...OF_FILES, ...LONG],
    sequence: { sequencer: ShortFirst },
    setupFiles: ["tests/mutants/fewerRuns.ts"],
    testTimeout: 3_600_000,
    hookTimeout: 3_600_000,
  },
});
