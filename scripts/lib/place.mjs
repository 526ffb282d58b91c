import { accessSync, constants, mkdirSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

/** The checkout. */
export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), "../..");

/**
 * Where one house lives: its database, server and logs. A second house, such as the tests' own, has a
 * folder, a port and a build of its own.
 */
export function houseFrom(env = process.env) {
  const home = resolve(ROOT, env.TUMBEK_HOME ?? ".tumbek");
  return {
    home,
    database: join(home, "database"),
    logs: join(home, "logs"),
    port: Number(env.TUMBEK_PORT ?? 4600),
    host: env.TUMBEK_HOST ?? "127.0.0.1",
    now: env.TUMBEK_NOW,
    dist: env.TUMBEK_DIST ?? ".next",
  };
}

/** Bundles are the checkout's, not a house's: `calc` needs none. */
export const BUNDLES = join(ROOT, ".tumbek", "bundles");

export function makeFolder(path) {
  mkdirSync(path, { recursive: true });
  accessSync(path, constants.W_OK);
}
