import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fingerprint } from "./fingerprint.mjs";
import { ROOT } from "./place.mjs";
import { runLogged, say } from "./run.mjs";

/** The npm packages of the lockfile, complete. */
export function ensurePackages(logs, { modules = join(ROOT, "node_modules"), run = runLogged } = {}) {
  // Written last, so that an installation that was broken off counts as none.
  const mark = join(modules, ".tumbek-installed");
  const wanted = fingerprint(["package-lock.json", ".npmrc"]);
  if (existsSync(mark) && readFileSync(mark, "utf8") === wanted) return;
  say("Installing the npm packages …");
  run("npm ci", "npm", ["ci", "--no-progress"], { log: join(logs, "npm.log") });
  writeFileSync(mark, wanted);
}
