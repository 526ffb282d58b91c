import { defineConfig } from "@playwright/test";

/** Run by `./tumbek test`, which starts a house of the tests' own and says where it is. */
export default defineConfig({
  testDir: "e2e",
  outputDir: ".tumbek/test/browser",
  // The journeys share one house, and some of them stop it.
  workers: 1,
  // Far above what a journey takes: a busy machine must not decide what is right.
  timeout: 300_000,
  expect: { timeout: 20_000 },
  projects: [
    { name: "journeys", testIgnore: "after/**" },
    // What the journeys left behind.
    { name: "after", testMatch: "after/**", dependencies: ["journeys"] },
  ],
  use: {
    baseURL: `http://${process.env.TUMBEK_HOST}:${process.env.TUMBEK_PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    timezoneId: "Europe/London",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
