import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fingerprint } from "./fingerprint.mjs";
import { bundleOfflineWorker } from "./offline.mjs";
import { ensurePackages } from "./packages.mjs";
import { BUNDLES, makeFolder, ROOT } from "./place.mjs";
import { runLogged, say } from "./run.mjs";

const SOURCES = [
  "src",
  "public",
  "next.config.ts",
  "postcss.config.mjs",
  "tsconfig.json",
  "package.json",
  "package-lock.json",
];

/** What the server's side draws on, for bundles that run it without the framework. */
export const SERVER = ["src/server", "src/data", "src/contract", "src/core", "src/words"];

/** What the computing thread and the command line draw on. */
export const CALC = ["src/calc", "src/scaling", "src/contract", "src/core", "src/words"];

/** The application built from the sources as they are; returns the build's name. */
export async function ensureBuild({ dist, logs }) {
  const mark = join(ROOT, dist, "tumbek-build");
  const wanted = fingerprint(SOURCES);
  if (existsSync(mark) && readFileSync(mark, "utf8") === wanted) return wanted;
  say("Building the application …");
  const env = { ...process.env, NODE_ENV: "production", TUMBEK_DIST: dist };
  const next = join(ROOT, "node_modules/next/dist/bin/next");
  runLogged("The build", process.execPath, [next, "build"], { log: join(logs, "build.log"), env });
  await bundleOfflineWorker(dist);
  writeFileSync(mark, wanted);
  return wanted;
}

/**
 * One source file with all it imports as a module that Node runs, made anew when a source changed.
 *
 * @param entry from the checkout's folder
 * @param from the folders that the entry draws on
 * @param logs where the installation of the packages is logged, when it takes that to build
 */
export async function ensureBundle(entry, from, logs) {
  const name = entry.replaceAll("/", "-").replace(/\.ts$/, "");
  const bundle = join(BUNDLES, `${name}.mjs`);
  const mark = join(BUNDLES, `${name}.sources`);
  const wanted = fingerprint([...from, "package-lock.json"]);
  if (existsSync(bundle) && existsSync(mark) && readFileSync(mark, "utf8") === wanted) return bundle;
  ensurePackages(logs);
  makeFolder(BUNDLES);
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(ROOT, entry)],
    outfile: bundle,
    bundle: true,
    minify: true,
    platform: "node",
    format: "esm",
    target: "node20",
    logLevel: "error",
    // Packages that are CommonJS ask for `require`, which a module does not have by itself.
    banner: {
      js: 'import { createRequire as __createRequire } from "node:module"; const require = __createRequire(import.meta.url);',
    },
  });
  writeFileSync(mark, wanted);
  return bundle;
}
