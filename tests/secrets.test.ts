import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";

const ROOT = join(import.meta.dirname, "..");
const FOLDERS = ["src", "scripts", "e2e", "tests", "bench", "docs", ".ci"];
const MOST_BYTES = 2_000_000;

/** What gives a key, a token or a password away, whatever its name. */
const SECRETS = [
  /-----BEGIN [A-Z ]*PRIVATE KEY-----/,
  /tumbek_[A-Za-z0-9_-]{40,}/,
  /\b(?:password|secret)\s*[:=]\s*["'][^"'\s]{12,}["']/i,
];

test("no key, token or password stands in the repository", () => {
  const files = FOLDERS.flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true, encoding: "utf8" }).map((file) =>
      join(ROOT, folder, file),
    ),
  );
  const texts = files.filter((file) => statSync(file).isFile() && statSync(file).size < MOST_BYTES);
  expect(texts.length).toBeGreaterThan(200);
  const found = texts.filter((file) => {
    const text = readFileSync(file, "utf8");
    return SECRETS.some((secret) => secret.test(text));
  });
  expect(found).toEqual([]);
});
