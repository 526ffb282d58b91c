import { addDays, addMinutes, getISODay, parseISO } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import { dayIn, momentsOf } from "#contract/days.ts";
import { drawnCount, type Random, seeded } from "#core/random";
import type { Serve } from "#core/sheet";
import type { NewSale } from "#data/bar.ts";
import { DEMO_IDS, demoId } from "#data/demo/bench.ts";

const { coffees } = DEMO_IDS;

/** Sailings, minutes of the day; the queue is longest twenty minutes before each. */
const SAILINGS_MIN = [400, 430, 460, 500, 735, 1005, 1050];
const QUEUE_MIN = 20;
export const PIER_OPENS_MIN = 375;
export const PIER_CLOSES_MIN = 1080;
const SLOT_MIN = 15;
const ICED_FROM_MIN = 660;
const SEED = 714;
const WEEKS = 8;
/** Guests come in twos and threes. */
const SCATTER = 1.3;
const DAY_SD = 0.12;
/** Monday to Sunday: a ferry quay is full when people have time. */
const BY_WEEKDAY = [0.9, 0.9, 0.95, 1, 1.15, 1.25, 1.05];
const FIRST_ID = 100_000;
const IDS_A_DAY = 400;

/** The quay's till: eight weeks of days, and today up to a moment. */
export function tillSales(
  { site, cups }: Bench,
  at: Date,
  untilAgoMin: number,
): readonly (readonly [keptAt: Date, sales: readonly NewSale[]])[] {
  const today = dayIn(site.timeZone, at);
  const until = addMinutes(at, -untilAgoMin);
  return Array.from({ length: 7 * WEEKS + 1 }, (_, back) => {
    const day = dayIn(site.timeZone, addDays(momentsOf(site.timeZone, today).from, -back));
    const sold = soldOn(day, { site, cups }, seeded(SEED + back), FIRST_ID + IDS_A_DAY * back);
    const own = back === 0 ? sold.filter((sale) => sale.at <= until) : sold;
    return [own.at(-1)?.at ?? at, own] as const;
  });
}

function soldOn(
  day: string,
  { site, cups }: Pick<Bench, "site" | "cups">,
  random: Random,
  firstId: number,
): readonly NewSale[] {
  const { from } = momentsOf(site.timeZone, day);
  const level = BY_WEEKDAY[getISODay(parseISO(day)) - 1]! * Math.max(0.5, 1 + DAY_SD * random.normal());
  const sales: NewSale[] = [];
  for (let min = PIER_OPENS_MIN; min < PIER_CLOSES_MIN; min += SLOT_MIN) {
    for (const serve of ["hot", "iced"] as const) {
      const count = drawnCount(level * usualCups(min, serve), SCATTER, random.share());
      const own = cups.filter((cup) => cup.serve === serve);
      const cup = own[Math.floor(random.share() * own.length)]!;
      if (count === 0) continue;
      sales.push({
        id: demoId(firstId + sales.length),
        coffeeId: coffees.saltmarsh,
        serve,
        cupMl: cup.volumeMl,
        count,
        at: addMinutes(from, min + Math.floor(random.share() * SLOT_MIN)),
      });
    }
  }
  return sales;
}

function usualCups(min: number, serve: Serve): number {
  if (serve === "iced") return min >= ICED_FROM_MIN ? 2 : 0;
  const queues = SAILINGS_MIN.some((sails) => sails > min && sails - min <= QUEUE_MIN + SLOT_MIN);
  return queues ? 9 : 2.5;
}
