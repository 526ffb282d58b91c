const area = process.env.TUMBEK_AREA;

/** @type {import("@stryker-mutator/api/core").PartialStrykerOptions} */
export default {
  plugins: ["@stryker-mutator/vitest-runner", "./tests/mutants/sample.mjs"],
  testRunner: "vitest",
  vitest: { configFile: "tests/mutants/vitest.config.ts" },
  mutate: [`src/${area}/**/*.ts`, "!src/**/*.test.ts", "!src/data/{demo,migrations,schema}/**"],
  coverageAnalysis: "perTest",
  // A mutant of what a module makes when it is loaded would take every test, and the modules loaded anew.
  ignoreStatic: true,
  ignorers: ["sample"],
  checkers: ["sample"],
  reporters: ["sample"],
  // TypeScript 7 has no programming interface that Stryker knows: it must find no such file.
  tsconfigFile: "none",
  ignorePatterns: ["/.tumbek", "/.next*", "/docs/screenshots", "/e2e", "/bench", "/public"],
  tempDirName: ".tumbek/mutants",
  // Half of them only say which mutants are in the sample.
  concurrency: 4,
  // On a busy machine the tests of an area take long.
  dryRunTimeoutMinutes: 90,
  timeoutMS: 30_000,
  allowConsoleColors: false,
};
