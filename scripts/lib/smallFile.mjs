import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";

/** Writes a small file so that it is whole or as it was, however the machine stops meanwhile. */
export function writeWhole(file, text, mode = 0o600) {
  const fresh = `${file}.new`;
  writeFileSync(fresh, text, { mode });
  renameSync(fresh, file);
}

/**
 * A small file's content, as `read` makes it of the text.
 *
 * @returns undefined where the file is not there, and `damaged` where `read` throws or answers with undefined
 */
export function readWhole(file, read) {
  if (!existsSync(file)) return undefined;
  try {
    return read(readFileSync(file, "utf8")) ?? "damaged";
  } catch {
    return "damaged";
  }
}
