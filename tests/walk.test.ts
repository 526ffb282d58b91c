import { existsSync, readFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { expect, test } from "vitest";

const ROOT = join(import.meta.dirname, "..");
/** More files than these, and nobody walks to the end. */
const MOST_FILES = 15;

const text = readFileSync(join(ROOT, "docs/architecture.md"), "utf8");
const section = /## From a field to paper\n(?<walk>.*?)\n## /s.exec(text)?.groups?.walk ?? "";
const walk = [...section.matchAll(/^\d+\. `(?<file>[^`]+)`/gm)].map(({ groups }) => groups!.file!);

/** What a file imports from this house, as paths from the checkout. */
function importsOf(file: string): readonly string[] {
  const source = readFileSync(join(ROOT, file), "utf8");
  return [...source.matchAll(/from "(?<path>[#.][^"]+)"/g)].map(({ groups }) => {
    const path = groups!.path!;
    if (path.startsWith("./")) return join(dirname(file), path);
    const inside = path.replace("#", "src/");
    return inside.endsWith(".ts") || inside.endsWith(".tsx") ? inside : join(inside, "index.ts");
  });
}

/** Whether one file imports another: itself, or through the door of its folder. */
function imports(from: string, to: string): boolean {
  const door = join(dirname(to), "index.ts");
  const opens =
    existsSync(join(ROOT, door)) && readFileSync(join(ROOT, door), "utf8").includes(`./${basename(to)}`);
  return importsOf(from).some((each) => each === to || (opens && each === door));
}

test("a newcomer walks from a field to paper in fifteen files, each of which is there and leads to one before it", () => {
  expect(walk.length).toBeGreaterThan(10);
  expect(walk.length).toBeLessThanOrEqual(MOST_FILES);
  expect(walk.filter((file) => !existsSync(join(ROOT, file)))).toEqual([]);
  for (const [i, file] of walk.entries()) {
    if (i === 0) continue;
    const joined = walk.slice(0, i).some((before) => imports(before, file) || imports(file, before));
    expect(joined, file).toBe(true);
  }
});
