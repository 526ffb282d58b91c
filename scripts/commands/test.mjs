import { readFileSync, rmSync } from "node:fs";
import { join, relative } from "node:path";
import { nameDatabaseOfTests, withFreshHouse } from "../lib/freshHouse.mjs";
import { ensurePackages } from "../lib/packages.mjs";
import { houseFrom, ROOT } from "../lib/place.mjs";
import { runShown, say } from "../lib/run.mjs";

/**
 * Every check and test, in the order in which they fail soonest, on a house of the tests' own.
 *
 * @returns 0 when all passed and at least one ran; the last line printed counts them
 */
export async function run() {
  const logs = join(ROOT, ".tumbek", "logs");
  ensurePackages(logs);
  const counts = [];
  const bin = (name) => join(ROOT, "node_modules/.bin", name);
  const check = (what, program, programArgs) => {
    say(`— ${what}`);
    const passed = runShown(program, programArgs) === 0;
    counts.push(passed ? { passed: 1, failed: [] } : { passed: 0, failed: [what] });
  };
  check("format and lint", bin("biome"), ["ci", "--colors=off", "--error-on-warnings", "."]);
  check("files, exports and packages that nobody uses", bin("knip"), ["--no-progress"]);
  await withFreshHouse(".tumbek/test", async () => {
    const { home } = houseFrom();
    check("types of the core, without the browser's or Node's", bin("tsc"), ["-p", "src/core"]);
    check("types of the device's worker", bin("tsc"), ["-p", "src/offline/worker"]);
    check("types", bin("tsc"), ["-p", "."]);
    nameDatabaseOfTests();
    counts.push(vitest(bin("vitest"), join(home, "vitest.json")));
    // Journeys change a house and some of them stop it: each of two workers has its own.
    const one = placeOfHouse();
    await withFreshHouse(".tumbek/test-two", () => {
      process.env.TUMBEK_HOUSES = JSON.stringify([one, placeOfHouse()]);
      counts.push(playwright(bin("playwright"), join(home, "playwright.json")));
    });
  });
  const passed = counts.reduce((sum, count) => sum + count.passed, 0);
  const failed = counts.flatMap((count) => count.failed);
  // Of a long output often only the end is kept, and what failed is said far above it.
  for (const name of failed) say(`Failed: ${name}`);
  say(`${passed} passed, ${failed.length} failed`);
  return failed.length === 0 && passed > 0 ? 0 : 1;
}

/** Where a house is, as the journeys find it. */
function placeOfHouse() {
  const { home, port } = houseFrom();
  return { home, port };
}

function vitest(program, report) {
  say("— core, data and commands");
  rmSync(report, { force: true });
  const status = runShown(program, [
    "run",
    "--reporter=dot",
    "--reporter=json",
    `--outputFile.json=${report}`,
  ]);
  return counted("vitest", status, report, ({ numPassedTests, testResults }) => ({
    passed: numPassedTests,
    failed: testResults.flatMap(failuresOf),
  }));
}

/** What failed in one file of tests: its tests, or the file itself where it fell before or after them. */
function failuresOf({ name, status, message, assertionResults }) {
  const file = relative(ROOT, name);
  const failed = assertionResults
    .filter(({ status }) => status === "failed")
    .map(({ fullName, failureMessages }) => `${file}: ${fullName}: ${firstLine(failureMessages[0])}`);
  return failed.length > 0 || status !== "failed" ? failed : [`${file}: ${firstLine(message)}`];
}

const firstLine = (text) => String(text).split("\n", 1)[0];

function playwright(program, report) {
  say("— browser");
  rmSync(report, { force: true });
  const env = { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report };
  const status = runShown(program, ["test", "--reporter=list,json"], env);
  return counted("playwright", status, report, ({ stats, suites }) => ({
    passed: stats.expected + stats.flaky,
    failed: specsOf(suites)
      .filter(({ ok }) => !ok)
      .map(({ file, title }) => `${file}: ${title}`),
  }));
}

/** The journeys of suites and of the suites in them. */
function specsOf(suites = []) {
  return suites.flatMap((suite) => [...(suite.specs ?? []), ...specsOf(suite.suites)]);
}

/** What a runner reports; one that failed without a failing test, or ran none, counts as a failure. */
function counted(runner, status, report, read) {
  let count = { passed: 0, failed: [] };
  try {
    count = read(JSON.parse(readFileSync(report, "utf8")));
  } catch {
    return { ...count, failed: [`${runner} ended with ${status} and wrote no report that can be read`] };
  }
  if (count.failed.length > 0 || (status === 0 && count.passed > 0)) return count;
  return { ...count, failed: [`${runner} ended with ${status}, and no test of it failed`] };
}
