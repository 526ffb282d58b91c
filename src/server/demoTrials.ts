import { addMinutes, subDays } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import type { ReadSigns, TastedWords } from "#contract/trials.ts";
import { coarser, onDial } from "#core/grind";
import { seeded } from "#core/random";
import { must } from "#core/result";
import type { Serve } from "#core/sheet";
import type { Act } from "#data/audit.ts";
import { logBatch } from "#data/batches.ts";
import { insertCard } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";
import { BARISTA, DEMO_IDS, demoId, LEAD, TRAINEE } from "#data/demo/bench.ts";
import { transact } from "#data/transact.ts";
import { addToTrial, approveTrial, insertTrial, keepReading, keepTasting } from "#data/trials.ts";
import { batchOfCard, makeCard } from "#scaling/cards";
import { chosenOf, firstPins, firstState, type ScaleState, serveAs } from "#scaling/choice";
import { pinsOfStandard, placeOfCard } from "#scaling/standards";
import { priorOf } from "#scaling/trial";

const { brewers, coffees, vessels } = DEMO_IDS;

/** A batch of a demo trial: how far from what is right it was ground, towards coarser, and what came of that. */
interface DemoBatch {
  readonly off: number;
  readonly signs: ReadSigns["signs"];
  readonly cups: readonly TastedWords[];
}

interface DemoTrial {
  readonly daysAgo: number;
  readonly coffeeId: string;
  readonly brewerId: string;
  readonly vesselId: string;
  readonly serve: Serve;
  readonly batches: readonly DemoBatch[];
  /** It ended in the batch that is approved for it. */
  readonly approved: boolean;
}

const TOO_FINE = {
  signs: { bed: "uneven", wall: "high", colour: "dark", top: "sludge" },
  cups: [
    { minutes: 6, tempC: 66, dryness: "dry", clarity: "muddy" },
    { minutes: 18, tempC: 52, dryness: "dry", bitterness: "harsh" },
  ],
} as const satisfies Partial<DemoBatch>;
const TOO_COARSE = {
  signs: { bed: "flat", wall: "clean", colour: "pale" },
  cups: [{ minutes: 14, tempC: 55, strength: "thin", acidity: "sharp", aftertaste: "short" }],
} as const satisfies Partial<DemoBatch>;

const TRIALS: readonly DemoTrial[] = [
  {
    daysAgo: 0,
    coffeeId: coffees.kittiwake,
    brewerId: brewers.fulmar,
    vesselId: vessels.left,
    serve: "hot",
    batches: [
      { off: -2.5, ...TOO_FINE },
      { off: 3, ...TOO_COARSE },
    ],
    approved: false,
  },
  {
    daysAgo: 42,
    coffeeId: coffees.lowTide,
    brewerId: brewers.fulmar,
    vesselId: vessels.left,
    serve: "hot",
    batches: [{ off: -2, ...TOO_FINE }],
    approved: true,
  },
  {
    daysAgo: 39,
    coffeeId: coffees.saltmarsh,
    brewerId: brewers.turnstone,
    vesselId: vessels.blue,
    serve: "hot",
    batches: [{ off: 2.5, ...TOO_COARSE }],
    approved: true,
  },
  {
    daysAgo: 36,
    coffeeId: coffees.lowTide,
    brewerId: brewers.fulmar,
    vesselId: vessels.steel,
    serve: "iced",
    batches: [
      {
        off: 2,
        signs: { bed: "flat", finalTemp: "warm", iceLeft: "less" },
        cups: [{ minutes: 1, tempC: 12, strength: "thin", acidity: "sharp", sweetness: "lacking" }],
      },
    ],
    approved: true,
  },
];

const FIRST_ID = 8600;
const IDS_EACH = 20;
const SEED = 1407;
const TIME_SCATTER = 0.03;
const YIELD_SCATTER_G = 15;
const STRENGTH_SCATTER_PCT = 0.02;
const BETWEEN_MIN = 35;
const BEGAN_BEFORE_MIN = 100;

/** The demo's trials: one that runs, and three that ended in the batches that are approved. */
export async function tryDemo(db: Database, bench: Bench, at: Date): Promise<void> {
  for (const [place, trial] of TRIALS.entries()) {
    await tryOne(db, bench, trial, {
      at,
      firstId: FIRST_ID + IDS_EACH * place,
      random: seeded(SEED + place),
    });
  }
}

interface Making {
  readonly at: Date;
  readonly firstId: number;
  readonly random: ReturnType<typeof seeded>;
}

async function tryOne(
  db: Database,
  bench: Bench,
  trial: DemoTrial,
  { at, firstId, random }: Making,
): Promise<void> {
  const { coffeeId, brewerId, serve, daysAgo, approved } = trial;
  const siteId = bench.site.id;
  const began = addMinutes(subDays(at, daysAgo), -BEGAN_BEFORE_MIN);
  const by = { personId: LEAD, at: began };
  const id = demoId(firstId);
  const standard = bench.standards.find(
    (each) => each.coffeeId === coffeeId && each.brewerId === brewerId && each.serve === serve,
  );
  // As it was before it was approved.
  const before = { ...bench, standards: bench.standards.filter((each) => each !== standard) };
  const first = chosenFor(trial, before);
  const { grinder, brewer } = chosenOf(first, before);
  const state = standard ? { ...first, pins: pinsOfStandard(standard, brewer, bench.settings, 0) } : first;
  const prior = begun(priorOf(state, before));
  const right = standard?.dialSetting ?? onDial(prior.setting, grinder).setting;
  const cardOf = async (cardId: string, chosen: ScaleState) => {
    const made = must(makeCard(chosen, before));
    must(await insertCard(db, { id: cardId, siteId, ...made, madeBy: LEAD, createdAt: began, trialId: id }));
    return made.sheet;
  };
  const sheet = await cardOf(demoId(firstId + 1), state);
  await transact(db, async (tx) => {
    const { setting, sd, from } = prior;
    const row = {
      ...placeOfCard(sheet),
      id,
      siteId,
      cardId: demoId(firstId + 1),
      grinderId: grinder.id,
      priorFrom: from,
      priorSetting: setting,
      priorSd: sd,
      budgetG: Math.ceil(4 * sheet.result.rounded.doseG),
    };
    must(await insertTrial(tx, row, by));
  });
  for (const [i, batch] of trial.batches.entries()) {
    const cardId = demoId(firstId + 2 + 4 * i);
    const setting = onDial(coarser(right, batch.off, grinder), grinder).setting;
    const tried = await cardOf(cardId, { ...state, grind: setting });
    const brewedAt = addMinutes(began, BETWEEN_MIN * i);
    await brewOne(db, bench, {
      id,
      batchId: demoId(firstId + 3 + 4 * i),
      cardId,
      sheet: tried,
      batch,
      brewedAt,
      random,
    });
  }
  if (!approved || !standard) return;
  await transact(db, async (tx) => {
    const added = { trialId: id, batchId: standard.batchId, curveVersion: standard.curve?.version ?? null };
    must(await addToTrial(tx, added, by));
    must(
      await keepReading(tx, {
        batchId: standard.batchId,
        revision: 1,
        read: readOf({ bed: "flat", wall: "clean" }),
      }),
    );
    const words = {
      minutes: 16,
      tempC: serve === "iced" ? 7 : 54,
      sweetness: "right",
      acidity: "right",
      strength: "right",
    } as const;
    must(await keepTasting(tx, { id: demoId(firstId + 19), batchId: standard.batchId, words }, by));
    await approveTrial(tx, id, { personId: LEAD, at: addMinutes(new Date(standard.approvedAt), 1) });
  });
}

/** A trial's choice: its coffee, brewer and vessel, with the pins that Scale would open with. */
function chosenFor({ coffeeId, brewerId, vesselId, serve }: DemoTrial, bench: Bench): ScaleState {
  const chosen = { ...firstState(bench), coffee: coffeeId, brewer: brewerId, vessel: vesselId };
  const state = serve === "iced" ? serveAs("iced", chosen, bench) : chosen;
  return { ...state, pins: firstPins(state.serve, chosenOf(state, bench), bench.settings) };
}

interface Brewing {
  readonly id: string;
  readonly batchId: string;
  readonly cardId: string;
  readonly sheet: Parameters<typeof batchOfCard>[1];
  readonly batch: DemoBatch;
  readonly brewedAt: Date;
  readonly random: Making["random"];
}

/** Brews a batch of a trial as its forecast says, with the scatter of a counter, and says what was seen and tasted of it. */
async function brewOne(
  db: Database,
  bench: Bench,
  { id, batchId, cardId, sheet, batch, brewedAt, random }: Brewing,
) {
  const by: Act & { personId: string } = { personId: BARISTA, at: brewedAt };
  const { forecast, result } = sheet;
  const logged = {
    ...batchOfCard(cardId, sheet),
    id: batchId,
    yieldG: Math.round(result.rounded.yieldG + YIELD_SCATTER_G * random.normal()),
    brewTimeS: forecast ? Math.round(forecast.brewTimeS * (1 + TIME_SCATTER * random.normal())) : null,
    strengthPct: forecast
      ? Math.round(100 * (forecast.strengthPct + STRENGTH_SCATTER_PCT * random.normal())) / 100
      : null,
    sampledAt: sheet.input.serve === "iced" ? ("melted" as const) : null,
    bed: null,
    wall: null,
    taste: [],
    liked: false,
    note: "",
    at: brewedAt.toISOString(),
  };
  await transact(db, async (tx) => {
    must(await logBatch(tx, logged, by));
    const grinder = bench.grinders.find((each) => each.id === logged.grinderId);
    must(await addToTrial(tx, { trialId: id, batchId, curveVersion: grinder?.curveVersion ?? null }, by));
    must(await keepReading(tx, { batchId, revision: 1, read: readOf(batch.signs) }));
    for (const [i, words] of batch.cups.entries()) {
      // The trainee tastes along.
      const taster = { personId: i === 0 ? LEAD : TRAINEE, at: addMinutes(brewedAt, words.minutes) };
      must(await keepTasting(tx, { id: cupId(batchId, i), batchId, words }, taster));
    }
  });
}

function readOf(signs: ReadSigns["signs"]): ReadSigns {
  return { signs, waterTempC: null, liked: null, promise: null, changed: [] };
}

/** Cups are numbered after their batch. */
function cupId(batchId: string, place: number): string {
  return demoId(Number(batchId.slice(-12)) + 1 + place);
}

function begun<T>(found: T | undefined): T {
  if (found === undefined) throw new Error("nothing says where a demo trial begins");
  return found;
}
