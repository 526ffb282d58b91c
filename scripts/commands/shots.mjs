import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { withFreshHouse } from "../lib/freshHouse.mjs";
import { ROOT } from "../lib/place.mjs";
import { runShown, say } from "../lib/run.mjs";

/** The pictures of docs/screenshots, from a fresh demo house at the fixed time. */
export async function run() {
  mkdirSync(join(ROOT, "docs/screenshots"), { recursive: true });
  return withFreshHouse(".tumbek/shots", () => {
    const playwright = join(ROOT, "node_modules/.bin/playwright");
    const status = runShown(playwright, ["test", "--config=playwright.shots.ts", "--reporter=line"]);
    if (status === 0) say("The pictures are in docs/screenshots.");
    return status;
  });
}
