import { existsSync, readdirSync, readFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { expect, test } from "vitest";

const ROOT = join(import.meta.dirname, "..");
/** The walks for newcomers, and how many files each takes at most: more, and nobody walks to the end. */
const WALKS = [
  ["From a field to paper", 15],
  ["From the log to the dial", 12],
] as const;

const text = readFileSync(join(ROOT, "docs/architecture.md"), "utf8");

/** The files of a walk, as the document lists them. */
function filesOf(title: string): readonly string[] {
  const section = new RegExp(`## ${title}\n(?<walk>.*?)\n## `, "s").exec(text)?.groups?.walk ?? "";
  return [...section.matchAll(/^\d+\. `(?<file>[^`]+)`/gm)].map(({ groups }) => groups!.file!);
}

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

test.each(WALKS)("%s: at most %i files, each of which is there and leads to one before it", (title, most) => {
  const walk = filesOf(title);
  expect(walk.length).toBeGreaterThan(10);
  expect(walk.length).toBeLessThanOrEqual(most);
  expect(walk.filter((file) => !existsSync(join(ROOT, file)))).toEqual([]);
  for (const [i, file] of walk.entries()) {
    if (i === 0) continue;
    const joined = walk.slice(0, i).some((before) => imports(before, file) || imports(file, before));
    expect(joined, file).toBe(true);
  }
});

/** Modules of a folder that import each other in a circle, types too; empty where there is none. */
function circleIn(folder: string): readonly string[] {
  const files = readdirSync(join(ROOT, folder), { recursive: true, encoding: "utf8" })
    .filter((file) => /\.tsx?$/.test(file) && !file.includes(".test."))
    .map((file) => join(folder, file));
  const done = new Set<string>();
  const visit = (file: string, path: readonly string[]): readonly string[] => {
    if (path.includes(file)) return [...path.slice(path.indexOf(file)), file];
    if (done.has(file)) return [];
    for (const next of importsOf(file).filter((each) => files.includes(each))) {
      const circle = visit(next, [...path, file]);
      if (circle.length > 0) return circle;
    }
    done.add(file);
    return [];
  };
  for (const file of files) {
    const circle = visit(file, []);
    if (circle.length > 0) return circle;
  }
  return [];
}

test.each([
  ...readdirSync(join(ROOT, "src/features")).map((name) => `src/features/${name}`),
  "src/scaling",
  "src/server",
])("no module of %s leads back to itself, not even by a type", (folder) => {
  expect(circleIn(folder)).toEqual([]);
});
