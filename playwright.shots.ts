import tests from "./playwright.config.ts";

/** Run by `./tumbek shots`, which starts a demo house at a fixed time; it is shown as it is opened, with what was fitted. */
export default {
  ...tests,
  globalSetup: undefined,
  testDir: "e2e/shots",
  testMatch: "*.shot.ts",
  outputDir: ".tumbek/shots/browser",
};
