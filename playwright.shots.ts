import tests from "./playwright.config.ts";

/** Run by `./tumbek shots`, which starts a demo house at a fixed time. */
export default { ...tests, testDir: "e2e/shots", testMatch: "*.shot.ts", outputDir: ".tumbek/shots/browser" };
