import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { sameExtraction } from "#core/grind";
import { must } from "#core/result";
import { ANCHOR, LOFT, onFulmar } from "#tests/brews.ts";
import { drawing } from "#tests/drawing.ts";
import * as constants from "./constants.ts";
import { type BrewInput, forecastBrew, forecastCurves, forecastSteep } from "./index.ts";

/*
 * The figures of docs/model.md, made anew: `npx vitest run src/core/brew/model.test.ts -u` writes them when the model has
 * changed, and without -u the test fails until somebody has looked at what changed.
 */
const DOCS = join(import.meta.dirname, "..", "..", "..", "docs", "model");

const brew = (change: Partial<BrewInput> = {}) => must(forecastBrew({ ...ANCHOR, ...change }));

function table(head: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const line = (cells: readonly (string | number)[]) => `| ${cells.join(" | ")} |`;
  return [line(head), line(head.map(() => "---")), ...rows.map(line)].join("\n");
}

test("the tables", async () => {
  const convergence = [
    [8, 0.5],
    [16, 1],
    [16, 0.5],
    [16, 0.25],
    [32, 0.5],
    [64, 0.125],
  ].map(([layers, stepS]) => {
    const { extractionPct, strengthPct, brewTimeS } = brew({ resolution: { layers, stepS } });
    return [layers!, stepS!, extractionPct.toFixed(3), strengthPct.toFixed(4), brewTimeS.toFixed(1)];
  });
  const grinds = [500, 600, 700, 800, 900, 1000, 1200].map((grindUm) => {
    const it = brew({ grindUm });
    return [
      grindUm,
      it.extractionPct.toFixed(1),
      it.strengthPct.toFixed(2),
      it.brewTimeS.toFixed(0),
      it.highWaterMm.toFixed(0),
    ];
  });
  const source = must(forecastBrew(LOFT));
  const batches = (
    [
      ["1.2 l", 75, 1200],
      ["2 l", 125, 2000],
      ["3.2 l", 200, 3200],
      ["3.2 l, of it 1.1 l ice", 200, 2100],
    ] as const
  ).map(([name, doseG, waterG]) => {
    const { grindUm, brew: it } = must(sameExtraction(source, onFulmar(doseG, waterG), LOFT.grindUm));
    return [
      name,
      it.bedDepthMm.toFixed(0),
      grindUm.toFixed(0),
      it.brewTimeS.toFixed(0),
      it.highWaterMm.toFixed(0),
    ];
  });
  const steeps = (
    [
      ["press, 4 min, 94 °C, 1:16", { doseG: 30, waterG: 480, grindUm: 900, waterTempC: 94, steepS: 240 }],
      ["press, 8 min", { doseG: 30, waterG: 480, grindUm: 900, waterTempC: 94, steepS: 480 }],
      [
        "concentrate, 16 h at 18 °C, 1:8, drained",
        { doseG: 100, waterG: 800, grindUm: 900, waterTempC: 18, steepS: 57_600, ending: "drained" },
      ],
    ] as const
  ).map(([name, input]) => {
    const { extractionPct, strengthPct, endTempC } = must(forecastSteep(input));
    return [name, extractionPct.toFixed(1), strengthPct.toFixed(2), endTempC.toFixed(0)];
  });
  const page = `# The model's figures

Made by \`src/core/brew/model.test.ts\` from the code as it is; [model.md](../model.md) says what they mean. The anchor is
70 g and 1.2 l at 94 °C in four and a half minutes through a flat basket of 108 mm, at 800 µm.

## Convergence, at the anchor

${table(["layers", "step, s", "extraction, %", "strength, %", "time, s"], convergence)}

## Along the grind, at the anchor

${table(["µm", "extraction, %", "strength, %", "time, s", "slurry to, mm"], grinds)}

![the slurry's level over the brew, at three grinds](level.svg)

## One cup at four sizes

A hand brew of 22 g at 800 µm, forecast at ${source.extractionPct.toFixed(1)} %; on a large flat basket, ground for the
same extraction. Deeper is coarser; less hot water is finer.

${table(["batch", "bed, mm", "grind, µm", "time, s", "slurry to, mm"], batches)}

## Steeping

${table(["what", "extraction, %", "strength, %", "at the end, °C"], steeps)}
`;
  await expect(page).toMatchFileSnapshot(join(DOCS, "figures.md"));
});

test("the drawing of the level", async () => {
  const lines = [600, 800, 1000].map((grindUm) => {
    const { curves } = must(forecastCurves({ ...ANCHOR, grindUm }));
    return { name: `${grindUm} µm`, x: curves.timeS, y: curves.levelMm };
  });
  const svg = drawing({
    title: "the slurry's level over the brew, at three grinds",
    lines,
    x: "time, s",
    y: "slurry above the bottom, mm",
  });
  await expect(svg).toMatchFileSnapshot(join(DOCS, "level.svg"));
});

test("every constant that the page names has the value that it says, and none is left out", () => {
  const page = readFileSync(join(DOCS, "..", "model.md"), "utf8");
  const named = [...page.matchAll(/^\| `([A-Z0-9_]+)` \| ([-0-9.e]+) \|/gm)];
  const known: Readonly<Record<string, number>> = constants;
  for (const [, name, value] of named) expect([name, known[name!]]).toEqual([name, Number(value)]);
  const converted = ["UM_PER_M", "UM_PER_MM", "MM_PER_M", "KELVIN", "GAS_J_PER_MOL_K", "GRAVITY", "SPHERE"];
  const all = Object.keys(constants).filter((name) => !converted.includes(name));
  expect(named.map(([, name]) => name).toSorted()).toEqual(all.toSorted());
});
