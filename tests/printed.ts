import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect } from "vitest";

const MODEL = readFileSync(join(import.meta.dirname, "..", "docs", "model.md"), "utf8");

/** Expects lines of figures to stand in docs/model.md: what is measured there is what is printed. */
export function expectPrinted(lines: readonly string[]): void {
  const printed = new Set(MODEL.split("\n"));
  expect(
    lines.filter((line) => !printed.has(line)),
    "figures that docs/model.md does not print",
  ).toEqual([]);
}
