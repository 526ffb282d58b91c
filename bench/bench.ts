import { spawnSync } from "node:child_process";
import { cpus } from "node:os";
import { join } from "node:path";
import { Bench } from "tinybench";
import type { Bench as House } from "#contract/bench.ts";
import { type BarEvent, type BarKit, foldBar, follow, UNKNOWN_POT } from "#core/bar";
import { type BrewInput, forecastBrew, forecastCurves, forecastDrip, forecastRange } from "#core/brew";
import { fitCurve, sameExtraction } from "#core/grind";
import { foldGuide, type GuideEvent, type GuideStep } from "#core/guide";
import { arrivalsOf, glassCurve, melt, meltCurve } from "#core/ice";
import { coupled } from "#core/iced";
import { type LearnInput, learnDial } from "#core/learn";
import { drippedAt, liveForecast } from "#core/live";
import { type GroundDial, type Plan, sweepDial } from "#core/outlook";
import { potAfter } from "#core/pot";
import { seeded } from "#core/random";
import { must } from "#core/result";
import { exactSheet, type SheetInput, solveSheet } from "#core/sheet";
import { batchesNeeded, bracket, judge } from "#core/trial";
import { finished } from "#core/turns";
import { wallInTurns, wallPlan } from "#scaling/wall";
import { onFulmar } from "#tests/brews.ts";
import { ASKING, GLASS, icedBy } from "#tests/iced.ts";
import { BENCH as PIER } from "#tests/pierHead.ts";
import { BIG_POT } from "#tests/standards.ts";
import { CHOUGH_DIAL, READINGS, USUAL_WIDTHS } from "#tests/trials.ts";
import { PLANNED } from "./plan.ts";
import { isWithin, QUIET_MS, quietest, timed } from "./reference.mjs";

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
const DRIP = must(forecastCurves({ ...onFulmar(184, 1667), grindUm: 800 })).curves;
const MELTING = {
  ...HEAT,
  ...arrivalsOf(DRIP, { massG: 1300, tempC: 78, strengthPct: 2.3, apartG: 0 }),
  iceG: 1100,
  pieceMm: 22,
  stirring: "swirled" as const,
  iceHeapGPerMl: 0.58,
};
const POT = { liquidG: 2600, strengthPct: 1.35, tempC: 84, roomTempC: 21, minutes: 40, tauMin: 600 };
/** By the house rule, with nothing brewed: the most that is to be played. */
const UNSURE = { dial: CHOUGH_DIAL, prior: { setting: 11, sd: 4 }, batches: [], ...USUAL_WIDTHS };
/** A hand brew's steps, and forty taps on them. */
const GUIDE_STEPS: readonly GuideStep[] = [
  ...Array.from(
    { length: 6 },
    (_, i): GuideStep => ({ id: `get ${i}`, phase: "prepare", starts: { by: "tap" } }),
  ),
  ...Array.from(
    { length: 5 },
    (_, i): GuideStep => ({
      id: `pour ${i}`,
      phase: "brew",
      starts: { by: "clock", atS: 40 * i },
    }),
  ),
  { id: "lift", phase: "finish", starts: { by: "bed" } },
];
const GUIDE_EVENTS = Array.from({ length: 40 }, (_, i): GuideEvent => {
  const made = { id: `event ${i}`, atMs: 1000 * i };
  if (i < 6) return { ...made, kind: "ticked", stepId: `get ${i}` };
  if (i === 6) return { ...made, kind: "begun" };
  return i % 3 === 0
    ? { ...made, kind: "stepped" }
    : i % 3 === 1
      ? { ...made, kind: "undone" }
      : { ...made, kind: "shifted", byS: 1 };
});
const TRIAL = {
  ...UNSURE,
  batches: Array.from({ length: 20 }, (_, i) => ({
    setting: 6 + i / 2,
    tooFine: 0.3,
    tooCoarse: 0.2,
    right: 0.5,
  })),
};
const IN_GLASS = { ...GLASS, coffeeTempC: 8, strengthPct: 1.25 };
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
  unevenShare: 0,
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

/** What two thousand approved batches teach, of twenty coffees. */
const BAG = { densityGPerMl: 0.4, roast: "medium" as const, daysSinceRoast: 10 };
const CHOUGH = { min: 0, max: 24, step: 0.5, higherIs: "coarser" as const };
const LEARNING: LearnInput = {
  lessons: Array.from({ length: 2000 }, (_, i) => ({
    batchId: String(i),
    setting: 8 + (i % 9) / 2,
    meanDepthMm: 15 + (i % 31),
    shortfall: i % 3 === 0 ? 0.6 : 0,
    coffeeId: String(i % 20),
    bag: BAG,
  })),
  target: { meanDepthMm: 30, shortfall: 0, coffeeId: "3", bag: BAG },
  model: { setting: 10, perDoubling: 1.6, perShortfall: -1.2 },
  dial: CHOUGH,
};

/** Five brewers with six sizes, hot and iced, of which one is approved: sixty cells. */
const WALL: House = {
  ...PIER,
  brewers: Array.from({ length: 5 }, (_, i) => ({
    ...PIER.brewers[0]!,
    id: i === 0 ? "fulmar" : `fulmar ${i}`,
  })),
  standards: [BIG_POT],
};
const WALL_PLAN = wallPlan(WALL, WALL.coffees[0]!, {
  brewers: WALL.brewers.map(({ id }) => ({ id, shown: true, sizesG: [1600, 1800, 2000, 2300, 2500, 2800] })),
})!;

/** A week of a busy bar: eight pots, each filled, served from nine times and filled again. */
const BAR_KIT: BarKit = {
  roomTempC: 21,
  vessels: Object.fromEntries(Array.from({ length: 8 }, (_, i) => [`pot ${i}`, UNKNOWN_POT])),
};
const FILLING = {
  coffeeId: "saltmarsh",
  serve: "hot",
  cardId: null,
  batchId: null,
  liquidG: 1880,
  strengthPct: 1.4,
  tempC: 78,
  holdMin: null,
  cost: null,
} as const;
const BAR_EVENTS = Array.from({ length: 5000 }, (_, i): BarEvent => {
  const event = { id: String(100_000 + i), atMs: 60_000 * i, vesselId: `pot ${i % 8}` };
  return i % 80 < 8
    ? { kind: "potFilled", ...event, ...FILLING, brewedMs: event.atMs }
    : { kind: "served", ...event, massG: 220, cups: 1, cupMl: 240 };
});
const BAR = foldBar(BAR_EVENTS, BAR_KIT);
const NEXT_EVENT: BarEvent = {
  kind: "served",
  id: "next",
  atMs: 60_000 * 5000,
  vesselId: "pot 0",
  massG: 220,
  cups: 1,
  cupMl: 240,
};

interface Row {
  readonly what: string;
  readonly measured: number;
  readonly limit: number;
  readonly unit: string;
  /** What the fixed work took at that time, ms; undefined for what takes no time. */
  readonly reference?: number;
}

/** A melt takes less than the clock's own reading: so many are timed together. */
const MELTS = Array.from({ length: 100 }, (_, i) => ({ ...MELT, hotG: MELT.hotG + i }));

/** Medians: one slow run on a busy machine says nothing of the code. */
async function core(): Promise<readonly Row[]> {
  const source = must(forecastBrew(BREW));
  const byStrength = icedBy(
    { yieldG: 2400, strengthPct: 1.25, finalTempC: 5 },
    { glass: GLASS, inGlass: ["strengthPct", "finalTempC"] },
  );
  const drip = must(forecastDrip({ ...BREW, factors: { permeability: 0.85 } }));
  /** A scale's readings, one a second, until half of it has dripped. */
  const DRIPPED = Array.from({ length: Math.floor(drip.brewTimeS / 2) }, (_, i) => ({
    atS: i + 1,
    massG: drippedAt(drip, i + 1),
  }));
  const MEASURED: readonly (readonly [what: string, limit: number, work: () => unknown, times?: number])[] = [
    ["sheet, solved exactly", 0.05, () => exactSheet(ICED)],
    ["sheet, solved, rounded and checked", 1, () => solveSheet(ICED)],
    ["melt on ice", 0.005, () => MELTS.map((each) => melt(each)), MELTS.length],
    ["brew forecast", 0.5, () => forecastBrew(BREW)],
    ["brew forecast along a dial of 40", 25, () => finished(sweepDial(PLAN, DIAL))],
    ["grind for the same extraction", 10, () => sameExtraction(source, SHORT, BREW.grindUm)],
    ["range of a forecast, 200 samples", 120, () => forecastRange(BREW, SPREAD, seeded(1))],
    ["learned dial, 2,000 approved batches", 20, () => learnDial(LEARNING)],
    ["wall chart of 60 cells", 400, () => finished(wallInTurns(WALL, WALL_PLAN))],
    ["iced sheet solved with its forecast, said of the glass", 25, () => must(coupled(byStrength, ASKING))],
    ["a pot that stands", 0.05, () => must(potAfter(POT))],
    ["a bar's 5,000 events, folded", 10, () => foldBar(BAR_EVENTS, BAR_KIT)],
    ["one more event of that bar", 0.05, () => follow(BAR, NEXT_EVENT, BAR_KIT)],
    ["a batch judged", 0.2, () => judge(READINGS.tooFine)],
    ["a bracket of 20 batches", 2, () => bracket(TRIAL)],
    ["batches that a trial still needs, played", 60, () => batchesNeeded(UNSURE)],
    ["a running brew forecast anew from its scale", 5, () => must(liveForecast(BREW, DRIPPED, 1))],
    ["a guide of 40 events, folded", 1, () => foldGuide(GUIDE_EVENTS, GUIDE_STEPS)],
    ["melt curve of a server", 3, () => must(meltCurve(MELTING))],
    ["glass curve to a quarter of an hour", 1, () => glassCurve(IN_GLASS, [30, 300, 600, 900])],
    ...PLANNED,
  ];
  const rows: Row[] = [];
  for (const [what, limit, work, times = 1] of MEASURED) {
    const measure = async (look: () => void) => (await medianMs(work, look)) / times;
    const [figures] = await quietest([measure], (each: Pick<Row, "measured" | "reference">) =>
      isWithin({ ...each, limit }),
    );
    rows.push({ what, ...figures!, limit, unit: "ms" });
  }
  return rows;
}

async function medianMs(work: () => unknown, look: () => void): Promise<number> {
  // Its own least counts would run a plan of twelve seconds eighty times.
  const bench = new Bench({ time: 1000, iterations: 5, warmupTime: 500, warmupIterations: 1 });
  bench.add("work", work, { beforeEach: look });
  await bench.run();
  const [task] = bench.tasks;
  if (!task || !("latency" in task.result)) throw new Error("the work did not run");
  return task.result.latency.p50;
}

/** The whole command, from the shell's start to its end. */
async function calc(what: string, input: string, limit: number, root: string): Promise<Row> {
  const { measured, reference } = await timed(() => commandS(input, root));
  return { what, measured, limit, unit: "s", reference };
}

function commandS(input: string, root: string): number {
  const times = Array.from({ length: 7 }, () => {
    const start = performance.now();
    const { status } = spawnSync(join(root, "tumbek"), ["calc", "sheet"], {
      input,
      maxBuffer: 64 * 1024 * 1024,
    });
    if (status !== 0) throw new Error(`calc ended with ${status}`);
    return (performance.now() - start) / 1000;
  });
  return times.toSorted((a, b) => a - b)[3]!;
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
    await calc("calc, one sheet", JSON.stringify(ICED), 0.6, root),
    await calc("calc, an array of 1,000 sheets", JSON.stringify(Array(1000).fill(ICED)), 1.5, root),
    ...house,
  ];
  const [cpu] = cpus();
  console.log(`\nTaken on ${cpus().length} × ${cpu?.model.trim()}, Node ${process.version}. Medians.\n`);
  console.log("| what | measured | limit | × reference | |\n|---|---|---|---|---|");
  for (const row of rows) {
    const { what, measured, limit, unit, reference } = row;
    const verdict = isWithin(row) ? (measured <= limit ? "within" : "within, by the reference") : "OVER";
    const inMs = unit === "s" ? 1000 * measured : measured;
    const times = reference === undefined ? "" : Number((inMs / reference).toPrecision(2));
    console.log(
      `| ${what} | ${Number(measured.toPrecision(2))} ${unit} | ${limit} ${unit} | ${times} | ${verdict} |`,
    );
  }
  const references = rows.flatMap(({ reference }) => reference ?? []).toSorted((a, b) => a - b);
  console.log(
    `\nThe reference took ${references[0]?.toFixed(1)} to ${references.at(-1)?.toFixed(1)} ms; ${QUIET_MS} ms in a quiet hour.`,
  );
  return rows.every(isWithin);
}
