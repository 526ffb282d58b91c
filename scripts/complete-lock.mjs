import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { ROOT } from "./lib/place.mjs";

/**
 * Adds to the lockfile the platform packages that the registry in use did not serve. `npm ci` wants every
 * optional package of every platform listed, also those that this machine never installs. To be run by hand
 * after `npm install` has changed the lockfile: node scripts/complete-lock.mjs
 */
const SYSTEMS = ["android", "darwin", "freebsd", "linux", "win32", "wasi"];
const PROCESSORS = ["arm64", "arm", "x64", "ia32", "ppc64", "s390x", "riscv64", "wasm32"];

const file = join(ROOT, "package-lock.json");
const lock = JSON.parse(readFileSync(file, "utf8"));
const added = [];
for (const [path, entry] of Object.entries(lock.packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const key = `node_modules/${name}`;
    const nested = `${path}/${key}`;
    if (path === "" || lock.packages[key] || lock.packages[nested]) continue;
    const parts = name.split("/").at(-1).split("-");
    const cpu = PROCESSORS.find((processor) => parts.includes(processor));
    const os = SYSTEMS.find((system) => parts.includes(system));
    // Not a package of one platform: there is no guessing what it needs.
    if (!cpu || !os) continue;
    const libc = parts.includes("musl") ? ["musl"] : os === "linux" ? ["glibc"] : undefined;
    lock.packages[key] = {
      version,
      cpu: [cpu],
      ...(entry.dev && { dev: true }),
      ...(libc && { libc }),
      optional: true,
      ...(os !== "wasi" && { os: [os] }),
    };
    added.push(name);
  }
}
const [root, ...rest] = Object.entries(lock.packages);
rest.sort(([a], [b]) => (a < b ? -1 : 1));
lock.packages = Object.fromEntries([root, ...rest]);
writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
console.log(
  added.length === 0 ? "The lockfile was complete." : `Added to the lockfile: ${added.join(", ")}.`,
);
