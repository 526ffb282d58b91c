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
      ["press, 4 min, 94 °C, 1:16", PRESS],
      ["press, 8 min", { ...PRESS, steepS: 480 }],
      ["concentrate, 16 h at 18 °C, 1:8, drained", COLD],
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

## Plausible?

Usual brews by method, at the usual permeability and extraction rate, beside the usual range of such brews.

${table(
  ["brew", "figure", "model", "usual"],
  plausible().map(([what, figure, value, low, high]) => [
    what,
    figure,
    value.toFixed(value < 30 ? (value < 10 ? 2 : 1) : 0),
    `${low}–${high}`,
  ]),
)}

## Steeping

${table(["what", "extraction, %", "strength, %", "at the end, °C"], steeps)}
`;
  await expect(page).toMatchFileSnapshot(join(DOCS, "figures.md"));
});

/** What usual brews are like: the model's figure, and the usual range of such brews. */
function plausible(): readonly (readonly [
  what: string,
  figure: string,
  value: number,
  low: number,
  high: number,
])[] {
  const cone = must(forecastBrew({ ...LOFT, factors: {} }));
  const flat = must(forecastBrew(FLAT_DRIPPER));
  const small = must(forecastBrew({ ...SMALL_BATCH, grindUm: 820 }));
  const big = must(forecastBrew({ ...onFulmar(202, 3229), grindUm: 880 }));
  const short = must(forecastBrew({ ...onFulmar(184, 1667), grindUm: 760 }));
  const [press, cold] = [must(forecastSteep(PRESS)), must(forecastSteep(COLD))];
  const first = must(forecastCurves({ ...onFulmar(202, 3229), grindUm: 880 })).curves;
  const melted = (short.extractionPct * 184) / (short.yieldG + 1100);
  return [
    ["hand cone, 22 : 352 g", "time, s", cone.brewTimeS, 165, 240],
    ["", "strength, %", cone.strengthPct, 1.2, 1.5],
    ["", "slurry, °C", cone.meanSlurryTempC, 80, 90],
    ["flat hand dripper, 18 : 288 g", "time, s", flat.brewTimeS, 150, 240],
    ["", "strength, %", flat.strengthPct, 1.2, 1.55],
    ["small batch, 60 : 960 g", "time, s", small.brewTimeS, 230, 330],
    ["", "strength, %", small.strengthPct, 1.2, 1.5],
    ["big batch, 202 : 3229 g", "time, s", big.brewTimeS, 280, 400],
    ["", "strength, %", big.strengthPct, 1.2, 1.5],
    ["", "extraction, %", big.extractionPct, 18, 22],
    ["", "slurry, °C", big.meanSlurryTempC, 82, 92],
    ["", "its first drops, %", Math.max(...first.strengthPct), 8, 25],
    ["short batch onto ice, 184 : 1667 g", "time, s", short.brewTimeS, 165, 250],
    ["", "before the ice, %", short.strengthPct, 2.2, 3],
    ["", "with 1.1 kg of ice melted, %", melted, 1.2, 1.6],
    ["press, 30 : 480 g, 4 min", "strength, %", press.strengthPct, 1.1, 1.5],
    ["", "extraction, %", press.extractionPct, 16, 22],
    ["concentrate, 100 : 800 g, 16 h cold", "strength, %", cold.strengthPct, 2, 3.5],
  ];
}
const SMALL_BATCH = {
  doseG: 60,
  waterTempC: 93,
  basket: { shape: "flat", topDiameterMm: 118, bottomDiameterMm: 104, heightMm: 74 },
  retentionGPerG: 2.05,
  pours: [{ atS: 0, waterG: 960, rateGPerS: 4 }],
} as const;
const FLAT_DRIPPER: BrewInput = {
  doseG: 18,
  grindUm: 720,
  waterTempC: 93,
  basket: { shape: "flat", topDiameterMm: 92, bottomDiameterMm: 50, heightMm: 60 },
  retentionGPerG: 2.23,
  pours: [
    { atS: 0, waterG: 45, rateGPerS: 6 },
    { atS: 45, waterG: 125, rateGPerS: 6 },
    { atS: 95, waterG: 118, rateGPerS: 6 },
  ],
};
const PRESS = { doseG: 30, waterG: 480, grindUm: 900, waterTempC: 94, steepS: 240 };
const COLD = {
  doseG: 100,
  waterG: 800,
  grindUm: 900,
  waterTempC: 18,
  steepS: 57_600,
  ending: "drained",
} as const;

test("usual brews come out as such brews do", () => {
  for (const [what, figure, value, low, high] of plausible()) {
    expect(value, `${what} ${figure}`).toBeGreaterThanOrEqual(low);
    expect(value, `${what} ${figure}`).toBeLessThanOrEqual(high);
  }
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
