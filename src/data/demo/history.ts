import { tz } from "@date-fns/tz";
import { set, subDays } from "date-fns";
import { type Random, seeded } from "#core/random";
import type * as schema from "#data/schema.ts";
import { BREWERS, DEMO_IDS, demoId, PEOPLE, PIER_HEAD, ROPE_LOFT, TIME_ZONE } from "./bench.ts";

type Batch = typeof schema.batches.$inferInsert;

const SEED = 20_260_714;
export const HISTORY_DAYS = 56;

/** One kind of batch that the house brews each day, with what it is aimed at. */
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
  readonly brewTimeS: number;
  readonly extractionPct: number;
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
    dialSetting: 8.5,
    doseG: 205,
    waterG: 3282,
    iceG: 0,
    brewTimeS: 330,
    extractionPct: 19.8,
    hours: [6.3, 6.8, 7.4, 8, 12, 16.4, 17.2],
    metered: 4,
  },
  {
    siteId: PIER_HEAD,
    brewer: "turnstone",
    coffeeId: coffees.nightMail,
    vesselId: vessels.blue,
    grinderId: grinders.chough,
    dialSetting: 9,
    doseG: 110,
    waterG: 1733,
    iceG: 0,
    brewTimeS: 300,
    extractionPct: 20.4,
    hours: [7, 9.5, 13.5],
    metered: 5,
  },
  {
    siteId: PIER_HEAD,
    brewer: "fulmar",
    coffeeId: coffees.saltmarsh,
    vesselId: vessels.steel,
    grinderId: grinders.chough,
    dialSetting: 7.5,
    doseG: 184,
    waterG: 1667,
    iceG: 1100,
    brewTimeS: 255,
    extractionPct: 19.2,
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
    brewTimeS: 190,
    extractionPct: 19.6,
    hours: [9, 10.2, 11.5, 13, 15.5],
    metered: 2,
  },
];

/** From this day on Chough's burrs stand closer: its brews run longer and stronger. */
const DRIFT_FROM_DAY = 40;
const DRIFT = { timeS: 26, extractionPct: 0.7 };
/** Fulmar scales up: so much less water a day than its setting says. */
const SCALING_G_PER_DAY = 0.6;
/** One pot in so many is spilt, or poured from before it is weighed. */
const SPILT_ONE_IN = 70;

/**
 * Eight weeks of batches that ended a little before `now`: what was meant, with the scatter of hands and
 * scales, a grinder that drifts, a brewer that scales up, and a spilt pot now and then. The same each time.
 */
export function demoHistory(now: Date): Batch[] {
  const random = seeded(SEED);
  const days = Array.from({ length: HISTORY_DAYS }, (_, day) => day);
  const all = days.flatMap((day) =>
    HABITS.flatMap((habit) =>
      habit.hours.map((hour) => batchOf(habit, { day, at: timeOf(now, day, hour, random) }, random)),
    ),
  );
  return all.filter(({ at }) => at < now).map((batch, i) => ({ ...batch, id: demoId(10_000 + i) }));
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
  const { hours, metered, extractionPct, brewer: _name, ...planned } = habit;
  const { normal, share } = random;
  const drifts = day >= DRIFT_FROM_DAY && planned.grinderId === grinders.chough;
  const doseG = tenths(planned.doseG + (brewer.kind === "hand" ? 0.1 : 0.8) * normal());
  const deliveredG =
    planned.waterG +
    0.002 * planned.waterG * normal() -
    (habit.brewer === "fulmar" ? SCALING_G_PER_DAY * day : 0);
  const retained = brewer.retentionGPerG + 0.04 * normal();
  const spiltG = share() < 1 / SPILT_ONE_IN ? 0.15 * planned.waterG : 0;
  const yieldG = Math.round(deliveredG + planned.iceG - retained * doseG - spiltG);
  const extraction = extractionPct + 0.35 * normal() + (drifts ? DRIFT.extractionPct : 0);
  const strengthPct = Math.round((10_000 * extraction * doseG) / (yieldG + spiltG) / 100) / 100;
  const isMetered = share() < 1 / metered;
  const liked = share() < 0.5 ? share() < (drifts ? 0.6 : 0.9) : null;
  const person = PEOPLE[Math.floor(share() * (PEOPLE.length - 1))]!;
  return {
    ...planned,
    id: "",
    brewerId: brewer.id,
    filterId: brewer.filterId,
    ending: "drained",
    curveVersion: 1,
    doseG,
    yieldG,
    brewTimeS: Math.round(planned.brewTimeS + 9 * normal() + (drifts ? DRIFT.timeS : 0)),
    strengthPct: isMetered ? strengthPct : null,
    sampledAt: isMetered ? (planned.iceG > 0 ? "melted" : "inGlass") : null,
    liked,
    note: spiltG > 0 ? "poured from before it was weighed" : "",
    at,
    personId: person.id,
  };
}

function tenths(value: number): number {
  return Math.round(10 * value) / 10;
}
