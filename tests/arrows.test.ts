import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { afterAll, expect, test } from "vitest";

const ROOT = join(import.meta.dirname, "..");

/** Every arrow between folders that must not be drawn; each is drawn once, alone in a file. */
const BROKEN: readonly (readonly [file: string, line: string])[] = [
  ["src/core/sheet/node.ts", 'import { readFileSync } from "node:fs"; export { readFileSync };'],
  ["src/core/sheet/package.ts", 'import { z } from "zod"; export { z };'],
  ["src/core/sheet/up.ts", 'import { sheetInput } from "#contract/sheet.ts"; export { sheetInput };'],
  ["src/core/sheet/side.ts", 'import { melt } from "../ice/melt.ts"; export { melt };'],
  ["src/core/sheet/clock.ts", "export const at = Date.now();"],
  ["src/contract/up.ts", 'export { sentence } from "#words/sheet.ts";'],
  ["src/words/up.ts", 'import type { Button } from "#ui/button.tsx"; export type { Button };'],
  ["src/words/calc.ts", 'import { answer } from "#calc/answer.ts"; export { answer };'],
  ["src/scaling/ui.ts", 'import { Button } from "#ui/button.tsx"; export { Button };'],
  ["src/scaling/data.ts", 'import { listSites } from "#data/house.ts"; export { listSites };'],
  ["src/words/scaling.ts", 'import { chosenOf } from "#scaling/choice"; export { chosenOf };'],
  ["src/calc/data.ts", 'import { database } from "#server/database.ts"; export { database };'],
  ["src/workers/ui.ts", 'import { Button } from "#ui/button.tsx"; export { Button };'],
  ["src/devices/data.ts", 'export const data = await import("#data/house.ts");'],
  ["src/devices/feature.ts", 'import { Scale } from "#features/scale/index.ts"; export { Scale };'],
  ["src/offline/ui.ts", 'import { Button } from "#ui/button.tsx"; export { Button };'],
  ["src/ui/device.ts", 'import type { Device } from "#devices/index.ts"; export type { Device };'],
  ["src/data/up.ts", 'import { now } from "#server/clock.ts"; export { now };'],
  ["src/server/ui.ts", 'import { Button } from "#ui/button.tsx"; export { Button };'],
  ["src/server/calc.ts", 'import { answer } from "#calc/answer.ts"; export { answer };'],
  ["src/server/feature.ts", 'import { Scale } from "#features/scale/index.ts"; export { Scale };'],
  ["src/ui/up.tsx", 'import { Pot } from "#parts/pot.tsx"; export const pot = <Pot />;'],
  ["src/ui/data.tsx", 'export * from "../data/house.ts";'],
  ["src/parts/link.tsx", 'import Link from "next/link"; export { Link };'],
  ["src/features/scale/link.tsx", 'import Link from "next/link"; export { Link };'],
  ["src/app/link.tsx", 'import Link from "next/link"; export { Link };'],
  ["src/parts/server.tsx", 'import { now } from "#server/clock.ts"; export { now };'],
  ["src/features/scale/other.tsx", 'import { Shift } from "#features/shift/index.ts"; export { Shift };'],
  ["src/features/scale/server.tsx", 'import { now } from "#server/clock.ts"; export { now };'],
  ["src/features/scale/data.tsx", 'import { listSites } from "#data/house.ts"; export { listSites };'],
  ["src/features/scale/actions.ts", 'import { Button } from "#ui/button.tsx"; export { Button };'],
  [
    "src/features/scale/actions.write.ts",
    'import { listSites } from "#data/house.ts"; export { listSites };',
  ],
  ["src/app/data.ts", 'import { listSites } from "#data/house.ts"; export { listSites };'],
  ["src/scaling/calc.ts", 'import { answer } from "#calc/answer.ts"; export { answer };'],
  ["src/app/past-a-door.ts", 'import { solvePins } from "../core/sheet/solve.ts"; export { solvePins };'],
];

/** Arrows that run the right way, near misses of the others. */
const ALLOWED: readonly (readonly [file: string, line: string])[] = [
  ["src/core/sheet/down.ts", 'import { melt } from "#core/ice"; export { melt };'],
  ["src/contract/zod.ts", 'import { z } from "zod"; import { n } from "./numbers.ts"; export { n, z };'],
  ["src/words/down.ts", 'import type { Check } from "#core/sheet"; export type { Check };'],
  ["src/server/scaling.ts", 'import { remade } from "#scaling/cards"; export { remade };'],
  ["src/server/task.ts", 'import type { TaskName } from "#calc/tasks.ts"; export type { TaskName };'],
  ["src/calc/down.ts", 'import { remade } from "#scaling/cards"; export { remade };'],
  ["src/app/read.ts", 'import { readLog } from "#server/read/log.ts"; export { readLog };'],
  ["src/server/down.ts", 'import { listSites } from "#data/house.ts"; export { listSites };'],
  ["src/ui/down.tsx", 'import { listed } from "#words/figures"; export { listed };'],
  ["src/parts/houseLink.tsx", 'import { Link } from "#ui/link.tsx"; export { Link };'],
  ["src/parts/down.tsx", 'import { Button } from "#ui/button.tsx"; export const button = <Button />;'],
  ["src/features/scale/down.tsx", 'import { Pot } from "#parts/pot.tsx"; export const pot = <Pot />;'],
  [
    "src/features/scale/device.ts",
    'import type { Device } from "#devices/index.ts"; export type { Device };',
  ],
  ["src/features/scale/actions.read.ts", 'import { now } from "#server/clock.ts"; export { now };'],
  ["src/app/page.tsx", 'import { Scale } from "#features/scale/index.ts"; export const page = <Scale />;'],
];

const RULES = ["lint/style/noRestrictedImports", "lint/style/noRestrictedGlobals"];

const tree = mkdtempSync(join(tmpdir(), "tumbek-arrows-"));
afterAll(() => rmSync(tree, { recursive: true }));

/** The files of the tree that the project's own lint rules report. */
function reported(): readonly string[] {
  for (const [file, line] of [...BROKEN, ...ALLOWED]) {
    mkdirSync(dirname(join(tree, file)), { recursive: true });
    writeFileSync(join(tree, file), `${line}\n`);
  }
  const rules = JSON.parse(readFileSync(join(ROOT, "biome.json"), "utf8"));
  writeFileSync(
    join(tree, "biome.json"),
    JSON.stringify({ ...rules, $schema: undefined, vcs: { enabled: false } }),
  );
  const biome = join(ROOT, "node_modules/.bin/biome");
  const { stdout } = spawnSync(biome, ["lint", "--reporter=json", "--max-diagnostics=none", "."], {
    cwd: tree,
    encoding: "utf8",
  });
  const { diagnostics } = JSON.parse(stdout) as {
    diagnostics: { category: string; location: { path: string } }[];
  };
  return [
    ...new Set(
      diagnostics.filter(({ category }) => RULES.includes(category)).map(({ location }) => location.path),
    ),
  ];
}

test("every arrow that must not be drawn is reported, and none that may", () => {
  expect(reported().toSorted()).toEqual(BROKEN.map(([file]) => file).toSorted());
});

test("the core's own sources draw no random number and wait for nothing", () => {
  const core = join(ROOT, "src/core");
  const files = readdirSync(core, { recursive: true, encoding: "utf8" }).filter((file) =>
    /(?<!\.test)\.ts$/.test(file),
  );
  expect(files.length).toBeGreaterThan(30);
  const impure = files.filter((file) =>
    /Math\.random|\bawait\b|\basync\b/.test(readFileSync(join(core, file), "utf8")),
  );
  expect(impure).toEqual([]);
});
