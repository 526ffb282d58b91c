import { readdirSync, statSync } from "node:fs";
import { join, relative } from "node:path";
import { fingerprint } from "./fingerprint.mjs";
import { ROOT } from "./place.mjs";

/** Kinds of files that a page needs without a network. */
const KEPT = /\.(js|css|woff2|svg)$/;
/** A larger one draws charts: it is fetched where one is looked at, and not kept on every device. */
const MOST_BYTES = 1_000_000;
/** Files that keep their name when they change. */
const NAMED = ["early-taps.js", "icon-192.png", "icon-512.png"];

/**
 * Bundles the worker that opens the house on a device without a network, with the list of the build's own files, into the build.
 *
 * @param dist the build's folder, from the checkout's
 */
export async function bundleOfflineWorker(dist) {
  const own = join(ROOT, dist, "static");
  const files = readdirSync(own, { recursive: true, withFileTypes: true })
    .filter((file) => file.isFile() && KEPT.test(file.name))
    .map((file) => join(file.parentPath, file.name))
    .filter((file) => statSync(file).size < MOST_BYTES)
    .map((file) => ({ url: `/_next/static/${relative(own, file)}`, revision: null }));
  const named = NAMED.map((name) => ({ url: `/${name}`, revision: fingerprint([`public/${name}`]) }));
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(ROOT, "src/offline/worker/index.ts")],
    outfile: join(own, "offline.js"),
    bundle: true,
    minify: true,
    format: "iife",
    target: "es2022",
    logLevel: "error",
    define: {
      TUMBEK_FILES: JSON.stringify([...files, ...named]),
      "process.env.NODE_ENV": '"production"',
    },
  });
}
