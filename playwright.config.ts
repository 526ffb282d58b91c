import { defineConfig } from "@playwright/test";

interface House {
  readonly home: string;
  readonly port: number;
}

const { TUMBEK_HOUSES, TUMBEK_HOME = "", TUMBEK_PORT } = process.env;
/** Houses of the tests' own, one for each worker; or the one that is named in the environment. */
const houses: readonly House[] = TUMBEK_HOUSES
  ? JSON.parse(TUMBEK_HOUSES)
  : [{ home: TUMBEK_HOME, port: Number(TUMBEK_PORT) }];
const house = houses[Number(process.env.TEST_PARALLEL_INDEX ?? 0)] ?? houses[0]!;
// What a journey starts by Tumbek's own commands, or looks up in a folder, is of its own house.
process.env.TUMBEK_HOME = house.home;
process.env.TUMBEK_PORT = String(house.port);

/** Run by `./tumbek test`, which starts the houses and says where they are. */
export default defineConfig({
  testDir: "e2e",
  globalSetup: "./e2e/unfitted.ts",
  outputDir: ".tumbek/test/browser",
  // A file's journeys share one house, and some of them stop it.
  workers: houses.length,
  // Far above what a journey takes: a busy machine must not decide what is right.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  projects: [
    { name: "journeys", testIgnore: "after/**" },
    // What the journeys left behind.
    { name: "after", testMatch: "after/**", dependencies: ["journeys"] },
  ],
  use: {
    // Below the test's own limit, so that what waits in vain is named.
    actionTimeout: 120_000,
    baseURL: `http://127.0.0.1:${house.port}`,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    // Every context would fetch the whole build and the pages of a shift; the journey without a network allows it for itself.
    serviceWorkers: "block",
    timezoneId: "Europe/London",
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
