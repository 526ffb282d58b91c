import { tz } from "@date-fns/tz";
import { addHours, formatISO, set, subDays } from "date-fns";
import {
  type Basket,
  type BrewInput,
  forecastBrew,
  handPours,
  type Pour,
  type SprayMode,
  sprayPours,
} from "#core/brew";
import { fitCurve, umAt } from "#core/grind";
import { type Random, seeded } from "#core/random";
import { must } from "#core/result";
import type * as schema from "#data/schema/index.ts";
import {
  BREWERS,
  COFFEES,
  DEMO_IDS,
  demoId,
  FLOWS,
  GRINDER_CURVES,
  LEAD,
  PEOPLE,
  PIER_HEAD,
  ROPE_LOFT,
  TIME_ZONE,
} from "./bench.ts";
import { LOFT_CONE } from "./recipes.ts";

type Batch = typeof schema.batches.$inferInsert;

const SEED = 20_260_714;
export const HISTORY_DAYS = 56;

/** One kind of batch that the house brews each day. */
interface Habit {
  readonly siteId: string;
  readonly brewer: keyof typeof DEMO_IDS.brewers;
  readonly coffeeId: string;
  readonly vesselId: string;
  readonly grinderId: string;
  readonly dialSetting: number;
  readonly doseG: number;
  readonly waterG: number;
  readonly iceG: number;
  readonly waterTempC: number;
  /** Times of day, h. */
  readonly hours: readonly number[];
  /** One in so many is metered. */
  readonly metered: number;
}

const { coffees, grinders, vessels } = DEMO_IDS;

const HABITS: readonly Habit[] = [
  {
    siteId: PIER_HEAD,
    brewer: "fulmar",
    coffeeId: coffees.saltmarsh,
    vesselId: vessels.left,
    grinderId: grinders.chough,
    dialSetting: 10.5,
    doseG: 202,
    waterG: 3229,
    iceG: 0,
    waterTempC: 93,
    hours: [6.3, 6.8, 7.4, 8, 12, 16.4, 17.2],
    metered: 4,
  },
  {
    siteId: PIER_HEAD,
    brewer: "turnstone",
    coffeeId: coffees.nightMail,
    vesselId: vessels.blue,
    grinderId: grinders.chough,
    dialSetting: 11,
    doseG: 110,
    waterG: 1733,
    iceG: 0,
    waterTempC: 93,
    hours: [7, 9.5, 13.5],
    metered: 5,
  },
  {
    siteId: PIER_HEAD,
    brewer: "fulmar",
    coffeeId: coffees.saltmarsh,
    vesselId: vessels.steel,
    grinderId: grinders.chough,
    dialSetting: 8,
    doseG: 184,
    waterG: 1667,
    iceG: 1100,
    waterTempC: 93,
    hours: [11.2, 14.5],
    metered: 3,
  },
  {
    siteId: ROPE_LOFT,
    brewer: "cone",
    coffeeId: coffees.kittiwake,
    vesselId: vessels.loft,
    grinderId: grinders.dunlin,
    dialSetting: 31,
    doseG: 22,
    waterG: 352,
    iceG: 0,
    waterTempC: 93,
    hours: [9, 10.2, 11.5, 13, 15.5],
    metered: 2,
  },
];

/** Batches that the lead brewed for their own sake, liked and approved: other sizes and coffees of the quay. */
const TASTED: readonly (Omit<Habit, "hours" | "metered" | "dialSetting"> & { readonly day: number })[] = [
  { ...HABITS[0]!, day: 11, doseG: 147, waterG: 2350 },
  { ...HABITS[0]!, day: 14, coffeeId: coffees.lowTide, doseG: 190, waterG: 3034 },
  { ...HABITS[1]!, day: 17, coffeeId: coffees.saltmarsh, doseG: 96, waterG: 1529 },
  { ...HABITS[2]!, day: 20, coffeeId: coffees.lowTide, doseG: 158, waterG: 1472, iceG: 900 },
];
/** Extraction that the lead likes, %. */
const LIKED_PCT = 19.6;

/** From this day on Chough's burrs stand closer: it grinds so much finer, and its brews run longer and stronger. */
const DRIFT_FROM_DAY = 40;
const DRIFT_SHARE = 0.13;
/** Factors of this house that the model does not know: how freely its beds let water through, and how readily its coffee gives. */
const TRUTH = {
  [grinders.chough]: { permeability: 1.3, extraction: 0.97 },
  [grinders.dunlin]: { permeability: 1, extraction: 1.32 },
};
/** What fitting the history finds of it, for each pair; Chough moved on the day that its burrs did. */
const FITTED = [
  { brewer: "fulmar", grinderId: grinders.chough, permeability: 1.32, extraction: 1.02, share: 0.88 },
  { brewer: "turnstone", grinderId: grinders.chough, permeability: 1.29, extraction: 0.99, share: 0.88 },
  { brewer: "cone", grinderId: grinders.dunlin, permeability: 1.21, extraction: 1.35, share: 1 },
] as const;
/** Batches that each was fitted to. */
const FITTED_BATCHES = 46;

/** The pairs' factors and the grinder's move, as the lead had them fitted to the log. */
export function demoFits(now: Date): (typeof schema.fits.$inferInsert)[] {
  const at = subDays(now, HISTORY_DAYS - 1 - DRIFT_FROM_DAY).toISOString();
  return FITTED.map(({ brewer, share, ...fit }) => ({
    ...fit,
    brewerId: DEMO_IDS.brewers[brewer],
    versionId: null,
    batches: FITTED_BATCHES,
    moves: share === 1 ? [] : [{ at, share, curveVersion: 1 }],
    at: now,
  }));
}

/** How brews of one recipe scatter, as shares and in their own units. */
const SCATTER = { grindShare: 0.012, waterTempC: 0.6, retentionGPerG: 0.04, timeS: 5, meterPct: 0.012 };
/** Fulmar scales up: so much less water a day than its setting says. */
const SCALING_G_PER_DAY = 0.6;
const SPILT = "poured from before it was weighed";
const TASTED_NOTE = "brewed for tasting";
/** One pot in so many is spilt, or poured from before it is weighed. */
const SPILT_ONE_IN = 70;

/**
 * Eight weeks of batches that ended a little before `now`: what the brew forecast makes of each habit, with this
 * house's own truth and the scatter of hands and scales, a grinder that drifts, a brewer that scales up, and a spilt pot now and then. The same each time.
 */
export function demoHistory(now: Date): Batch[] {
  const random = seeded(SEED);
  const days = Array.from({ length: HISTORY_DAYS }, (_, day) => day);
  const all = days.flatMap((day) =>
    HABITS.flatMap((habit) =>
      habit.hours.map((hour) => batchOf(habit, { day, at: timeOf(now, day, hour, random) }, random)),
    ),
  );
  const tasted = TASTED.map(({ day, ...brewed }) => ({
    ...batchOf(
      { ...brewed, dialSetting: likedSetting(brewed), hours: [], metered: 1 },
      { day, at: timeOf(now, day, 10.2, random) },
      random,
    ),
    liked: true,
    note: TASTED_NOTE,
  }));
  return [...all, ...tasted]
    .filter(({ at }) => at < now)
    .map((batch, i) => ({ ...batch, id: demoId(10_000 + i) }));
}

/** From this day on a batch of each habit is a standard. */
const APPROVED_FROM_DAY = 6;

/** The lead's approvals: of every habit the first batch that was liked and metered, and all that was brewed for tasting. */
export function demoStandards(
  history: readonly Batch[],
  now: Date,
): (typeof schema.standards.$inferInsert)[] {
  const from = subDays(now, HISTORY_DAYS - APPROVED_FROM_DAY);
  const good = history.filter(
    ({ at, liked, strengthPct, note }) => at > from && liked && strengthPct !== null && note !== SPILT,
  );
  const ofHabits = HABITS.flatMap(
    (habit) =>
      good.find(
        ({ coffeeId, vesselId, dialSetting }) =>
          coffeeId === habit.coffeeId && vesselId === habit.vesselId && dialSetting === habit.dialSetting,
      ) ?? [],
  );
  const approved = new Set([...ofHabits, ...good.filter(({ note }) => note === TASTED_NOTE)]);
  return [...approved].map((batch, i) => {
    const { retentionGPerG } = BREWERS.find(({ id }) => id === batch.brewerId)!;
    const iceG = batch.iceG ?? 0;
    return {
      id: demoId(20_000 + i),
      siteId: batch.siteId,
      batchId: batch.id,
      coffeeId: batch.coffeeId!,
      brewerId: batch.brewerId,
      serve: iceG > 0 ? "iced" : "hot",
      method: batch.method ?? null,
      sizeG: batch.waterG + iceG - retentionGPerG * batch.doseG,
      approvedBy: LEAD,
      at: addHours(batch.at, 1),
    };
  });
}

/** The setting at which a batch is extracted as the lead likes it. */
function likedSetting(brewed: Omit<Habit, "hours" | "metered" | "dialSetting">): number {
  const brewer = BREWERS.find(({ id }) => id === DEMO_IDS.brewers[brewed.brewer])!;
  const off = (dialSetting: number) => {
    const { extractionPct } = must(
      forecastBrew(inputOf({ ...brewed, dialSetting, hours: [], metered: 1 }, brewer, brewed.waterG)),
    );
    return Math.abs(extractionPct - LIKED_PCT);
  };
  const steps = Array.from({ length: 30 }, (_, i) => 4 + i / 2);
  return steps.reduce((best, setting) => (off(setting) < off(best) ? setting : best));
}

/** A habit's batch as the model brews it in this house, without any scatter. */
function inputOf(habit: Habit, brewer: (typeof BREWERS)[number], waterG: number): BrewInput {
  return {
    doseG: habit.doseG,
    grindUm: groundUm(habit),
    waterTempC: habit.waterTempC,
    basket: brewer.basket as Basket,
    retentionGPerG: brewer.retentionGPerG,
    coffee: { densityGPerMl: COFFEES.find(({ id }) => id === habit.coffeeId)!.densityGPerMl },
    factors: TRUTH[habit.grinderId]!,
    pours: poursOf(brewer, waterG),
  };
}

function timeOf(now: Date, day: number, hour: number, random: Random): Date {
  const minutes = Math.round(60 * (hour % 1) + 12 * random.share());
  const at = subDays(now, HISTORY_DAYS - 1 - day, { in: tz(TIME_ZONE) });
  const time = set(at, { hours: Math.floor(hour), minutes, seconds: 0, milliseconds: 0 });
  return new Date(time.getTime());
}

function batchOf(
  habit: Habit,
  { day, at }: { readonly day: number; readonly at: Date },
  random: Random,
): Batch {
  const brewer = BREWERS.find(({ id }) => id === DEMO_IDS.brewers[habit.brewer])!;
  const { hours, metered, waterTempC, brewer: _name, ...planned } = habit;
  const { normal, share } = random;
  const drifts = day >= DRIFT_FROM_DAY && planned.grinderId === grinders.chough;
  const doseG = tenths(planned.doseG + (brewer.kind === "hand" ? 0.1 : 0.8) * normal());
  const deliveredG =
    planned.waterG +
    0.002 * planned.waterG * normal() -
    (habit.brewer === "fulmar" ? SCALING_G_PER_DAY * day : 0);
  const retentionGPerG = brewer.retentionGPerG + SCATTER.retentionGPerG * normal();
  const spiltG = share() < 1 / SPILT_ONE_IN ? 0.15 * planned.waterG : 0;
  const still = inputOf(habit, brewer, deliveredG);
  const brewed = must(
    forecastBrew({
      ...still,
      doseG,
      grindUm: still.grindUm * (1 + SCATTER.grindShare * normal()) * (drifts ? 1 - DRIFT_SHARE : 1),
      waterTempC: waterTempC + SCATTER.waterTempC * normal(),
      retentionGPerG,
    }),
  );
  const wholeG = brewed.yieldG + planned.iceG;
  const yieldG = Math.round(wholeG - spiltG);
  const strengthPct =
    Math.round(100 * ((brewed.extractionPct * doseG) / wholeG + SCATTER.meterPct * normal())) / 100;
  const isMetered = share() < 1 / metered;
  const liked = share() < 0.5 ? share() < (drifts ? 0.6 : 0.9) : null;
  const person = PEOPLE[Math.floor(share() * (PEOPLE.length - 1))]!;
  return {
    ...planned,
    id: "",
    brewerId: brewer.id,
    filterId: brewer.filterId,
    ending: "drained",
    method: planned.iceG > 0 ? "onIce" : null,
    curveVersion: 1,
    densityGPerMl: COFFEES.find(({ id }) => id === habit.coffeeId)!.densityGPerMl,
    // A fresh delivery each fortnight.
    roastedOn: formatISO(subDays(at, 5 + (day % 14)), { representation: "date" }),
    doseG,
    yieldG,
    brewTimeS: Math.round(brewed.brewTimeS + SCATTER.timeS * normal()),
    strengthPct: isMetered ? strengthPct : null,
    sampledAt: isMetered ? (planned.iceG > 0 ? "melted" : "inGlass") : null,
    liked,
    note: spiltG > 0 ? SPILT : "",
    at,
    personId: person.id,
  };
}

/** Grind at a habit's setting, µm. */
function groundUm({ grinderId, dialSetting }: Habit): number {
  const { points } = GRINDER_CURVES.find((curve) => curve.grinderId === grinderId)!;
  return umAt(must(fitCurve(points)), dialSetting);
}

function poursOf(brewer: (typeof BREWERS)[number], waterG: number): readonly Pour[] {
  const modes = FLOWS.filter(({ ownerId }) => ownerId === brewer.id).map(
    ({ figures }) => figures as unknown as SprayMode,
  );
  if (modes.length > 0) return sprayPours(waterG, modes);
  return handPours(LOFT_CONE);
}

function tenths(value: number): number {
  return Math.round(10 * value) / 10;
}
