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
    proxy: env.TUMBEK_PROXY,
    url: env.TUMBEK_URL,
    dist: env.TUMBEK_DIST ?? ".next",
  };
}

const LOOPBACK = ["127.0.0.1", "::1", "localhost"];

/** Whether other machines reach the house, by themselves or through a proxy. */
export function isOpen({ host, proxy }) {
  return !LOOPBACK.includes(host) || Boolean(proxy);
}

/** Whether the house speaks TLS itself: on a network, unless a proxy does. */
export function hasTls({ host, proxy }) {
  return !LOOPBACK.includes(host) && !proxy;
}

/** Bundles are the checkout's, not a house's: `calc` needs none. */
export const BUNDLES = join(ROOT, ".tumbek", "bundles");

export function makeFolder(path) {
  mkdirSync(path, { recursive: true });
  accessSync(path, constants.W_OK);
}
