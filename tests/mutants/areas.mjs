/** Tests with a database that are about the sheet. Nearly all the others reach it too, and each would be run for every mutant that lives. */
const OF_SCALING = ["cardsKept", "pages", "plans", "reach", "scaleOpened"].map(
  (name) => `tests/${name}.test.ts`,
);

/** What is mutated, and the tests that are to notice. */
export const AREAS = {
  core: { tests: ["src/core/**/*.test.ts", "src/calc/**/*.test.ts"], leastPct: 80 },
  scaling: { tests: ["src/scaling/**/*.test.ts", ...OF_SCALING], leastPct: 80 },
  server: { tests: ["src/server/**/*.test.ts", "tests/*.test.ts"], leastPct: 70 },
  data: { tests: ["src/data/**/*.test.ts", "src/server/**/*.test.ts", "tests/*.test.ts"], leastPct: 70 },
};

/** These look at the files of the house, not at what they do. */
export const OF_FILES = ["arrows", "secrets", "commands", "walk"].map((name) => `tests/${name}.test.ts`);

/**
 * These play whole days, many writers at once, or whole set-ups: they reach nearly every mutant, and would take about half of the time.
 * Leaving them out can only make fewer mutants noticed.
 */
export const LONG = [
  "src/core/brew/move.test.ts",
  "src/core/shift/plan/yardstick.test.ts",
  "tests/fuzz.test.ts",
  "tests/migrations.test.ts",
  "tests/writers.test.ts",
];
