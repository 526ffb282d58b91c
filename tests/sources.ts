import { readdirSync } from "node:fs";
import { join } from "node:path";

export const SRC = join(import.meta.dirname, "../src");

/** Files of the source whose path below `src` fits, in order. */
export function sourceFiles(pattern: RegExp): readonly string[] {
  return readdirSync(SRC, { recursive: true, encoding: "utf8" })
    .filter((file) => pattern.test(file))
    .toSorted();
}
