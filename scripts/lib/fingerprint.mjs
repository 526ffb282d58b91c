import { createHash } from "node:crypto";
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { ROOT } from "./place.mjs";

/** A short name for what files and folders (all below them, tests aside) hold now. */
export function fingerprint(paths) {
  const hash = createHash("sha256");
  for (const file of paths.flatMap((path) => filesBelow(path))) {
    hash.update(`${file}\0`);
    hash.update(readFileSync(join(ROOT, file)));
  }
  return hash.digest("hex").slice(0, 16);
}

function filesBelow(path) {
  if (!statSync(join(ROOT, path)).isDirectory()) return [path];
  return readdirSync(join(ROOT, path), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.test\.\w+$/.test(entry.name))
    .map((entry) => join(entry.parentPath.slice(ROOT.length + 1), entry.name))
    .sort();
}
