import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
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
    counts.push({ passed: passed ? 1 : 0, failed: passed ? 0 : 1 });
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
  const failed = counts.reduce((sum, count) => sum + count.failed, 0);
  say(`${passed} passed, ${failed} failed`);
  return failed === 0 && passed > 0 ? 0 : 1;
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
  return counted(status, report, ({ numPassedTests, numFailedTests }) => [numPassedTests, numFailedTests]);
}

function playwright(program, report) {
  say("— browser");
  rmSync(report, { force: true });
  const env = { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report };
  const status = runShown(program, ["test", "--reporter=list,json"], env);
  return counted(status, report, ({ stats }) => [stats.expected + stats.flaky, stats.unexpected]);
}

/** What a runner reports; one that failed without a failing test, or ran none, counts as a failure. */
function counted(status, report, read) {
  try {
    const [passed, failed] = read(JSON.parse(readFileSync(report, "utf8")));
    return { passed, failed: failed > 0 || (status === 0 && passed > 0) ? failed : 1 };
  } catch {
    return { passed: 0, failed: 1 };
  }
}
