import { spawnSync } from "node:child_process";
import { cpus } from "node:os";
import { join } from "node:path";
import { Bench } from "tinybench";
import { type BrewInput, forecastBrew, forecastRange } from "#core/brew";
import { fitCurve, sameExtraction } from "#core/grind";
import { melt } from "#core/ice";
import { type GroundDial, type Plan, sweepDial } from "#core/outlook";
import { seeded } from "#core/random";
import { must } from "#core/result";
import { exactSheet, type SheetInput, solveSheet } from "#core/sheet";

const FULMAR_WATER = { stepG: 100, slope: 0.976, interceptG: 8, minSettingG: 1200, maxSettingG: 3600 };
const HEAT = { dripTempC: 77, iceTempC: -1, iceWetShare: 0.08, vesselJPerK: 350, vesselTempC: 21 };

/** The demo house's iced server: three pins, three masses to round, all checks. */
const ICED: SheetInput = {
  serve: "iced",
  retentionGPerG: 2.12,
  pins: { yieldG: 2400, totalRatio: 15, finalTempC: 8 },
  extractionPct: 18,
  heat: HEAT,
  rounding: { doseG: 1, bypassG: 10, iceG: 50, brewWater: FULMAR_WATER },
  vessel: { brimG: 4200, workingG: 3990 },
  brewer: {
    doseMaxG: 230,
    bedDepthMinMm: 20,
    bedDepthMaxMm: 40,
    basket: { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
  },
  window: { ratio: [15, 17], strengthPct: [1.2, 1.45] },
};
const MELT = { hotG: 1300, hotTempC: 78, iceG: 1100, ...HEAT, strengthPct: 2.3 };

/** 70 g and 1.2 l in four and a half minutes: the brew that the model is anchored to. */
const BREW: BrewInput = {
  doseG: 70,
  grindUm: 800,
  waterTempC: 94,
  basket: { shape: "flat", topDiameterMm: 108, bottomDiameterMm: 108, heightMm: 80 },
  pours: [{ atS: 0, waterG: 1200, rateGPerS: 1200 / 270 }],
};
const { grindUm: _grind, ...SHORT } = { ...BREW, pours: [{ atS: 0, waterG: 800, rateGPerS: 1200 / 270 }] };
const SPREAD = {
  grindShare: 0.03,
  retentionGPerG: 0.05,
  densityGPerMl: 0.008,
  waterTempC: 2,
  permeabilityShare: 0.2,
  extractionShare: 0.06,
};
/** A dial of forty steps, from 500 to 1300 µm. */
const DIAL: GroundDial = {
  min: 0,
  max: 39,
  step: 1,
  higherIs: "coarser",
  curve: must(
    fitCurve([
      { setting: 0, um: 500, by: "sieve" },
      { setting: 39, um: 1300, by: "sieve" },
    ]),
  ),
};
const PLAN: Plan = {
  doseG: 70,
  waterG: 1200,
  addedG: 0,
  programme: {
    by: "spray",
    modes: [{ upToG: 1200, rateGPerS: 1200 / 270, bloomPct: 0, bloomS: 0, pulses: 1 }],
  },
  basket: BREW.basket,
  waterTempC: 94,
  retentionGPerG: 2.1,
  densityGPerMl: 0.4,
  factors: {},
  limits: { paperMm: 80 },
};

interface Row {
  readonly what: string;
  readonly measured: number;
  readonly limit: number;
  readonly unit: string;
}

/** A melt takes less than the clock's own reading: so many are timed together. */
const MELTS = Array.from({ length: 100 }, (_, i) => ({ ...MELT, hotG: MELT.hotG + i }));

/** Medians: one slow run on a busy machine says nothing of the code. */
async function core(): Promise<readonly Row[]> {
  const bench = new Bench({ time: 1000, warmupTime: 500 });
  const limits = {
    "sheet, solved exactly": 0.05,
    "sheet, solved, rounded and checked": 1,
    "melt on ice": 0.005,
    "brew forecast": 0.5,
    "brew forecast along a dial of 40": 25,
    "grind for the same extraction": 10,
    "range of a forecast, 200 samples": 120,
  };
  bench.add("sheet, solved exactly", () => exactSheet(ICED));
  bench.add("sheet, solved, rounded and checked", () => solveSheet(ICED));
  bench.add("melt on ice", () => {
    for (const each of MELTS) melt(each);
  });
  const source = must(forecastBrew(BREW));
  bench.add("brew forecast", () => forecastBrew(BREW));
  bench.add("brew forecast along a dial of 40", () => [...sweepDial(PLAN, DIAL)]);
  bench.add("grind for the same extraction", () => sameExtraction(source, SHORT, BREW.grindUm));
  bench.add("range of a forecast, 200 samples", () => forecastRange(BREW, SPREAD, seeded(1)));
  await bench.run();
  return bench.tasks.map(({ name, result }) => {
    if (!("latency" in result)) throw new Error(`${name} did not run`);
    const measured = result.latency.p50 / (name === "melt on ice" ? MELTS.length : 1);
    return { what: name, measured, limit: limits[name as keyof typeof limits], unit: "ms" };
  });
}

/** The whole command, from the shell's start to its end. */
function calc(what: string, input: string, limit: number, root: string): Row {
  const times = Array.from({ length: 7 }, () => {
    const start = performance.now();
    const { status } = spawnSync(join(root, "tumbek"), ["calc", "sheet"], {
      input,
      maxBuffer: 64 * 1024 * 1024,
    });
    if (status !== 0) throw new Error(`calc ended with ${status}`);
    return (performance.now() - start) / 1000;
  });
  return { what, measured: times.toSorted((a, b) => a - b)[3]!, limit, unit: "s" };
}

/**
 * The table of docs/performance.md; false when a limit is passed.
 *
 * @param root the checkout, whose `./tumbek calc` is timed
 * @param house rows that were measured on a running house
 */
export async function bench(root: string, house: readonly Row[]): Promise<boolean> {
  const rows = [
    ...(await core()),
    calc("calc, one sheet", JSON.stringify(ICED), 0.6, root),
    calc("calc, an array of 1,000 sheets", JSON.stringify(Array(1000).fill(ICED)), 1.5, root),
    ...house,
  ];
  const [cpu] = cpus();
  console.log(`\nTaken on ${cpus().length} × ${cpu?.model.trim()}, Node ${process.version}. Medians.\n`);
  console.log("| what | measured | limit | |\n|---|---|---|---|");
  for (const { what, measured, limit, unit } of rows) {
    const verdict = measured <= limit ? "within" : "OVER";
    console.log(`| ${what} | ${Number(measured.toPrecision(2))} ${unit} | ${limit} ${unit} | ${verdict} |`);
  }
  return rows.every(({ measured, limit }) => measured <= limit);
}
