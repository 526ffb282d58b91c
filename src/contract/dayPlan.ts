import { z } from "zod";
import { SERVES } from "#core/sheet";
import { uuid } from "./card.ts";
import { PLAN_WAYS } from "./dayPlanKinds.ts";
import { isoDay } from "./shift.ts";

const MIN_PER_DAY = 1440;
const MOST_LISTED = 60;
const MOST_CUPS_A_DAY = 5000;

const minute = z.number().int().min(0).max(MIN_PER_DAY).describe("Minutes of the day");
const cups = z.number().min(0).max(MOST_CUPS_A_DAY);
const money = z.number().min(0).max(1000);
const percent = z.number().min(0).max(100);
const name = z.string().trim().min(1).max(80);
const serve = z.enum(SERVES).nullable().describe("Null for hot and iced");

const surge = { id: uuid, name, atMin: minute, cups, serve };

/** Reports an end that is not after its beginning, at the end. */
function later(from: string, to: string) {
  return (span: Readonly<Record<string, unknown>>, context: z.RefinementCtx) => {
    const [begins, ends] = [span[from] as number, span[to] as number];
    if (ends > begins) return;
    const least = { minimum: begins, inclusive: false, origin: "number" } as const;
    context.addIssue({ code: "too_small", ...least, path: [to], input: ends });
  };
}

/** How a site plans its days. */
export const sitePlan = z
  .strictObject({
    opensMin: minute,
    closesMin: minute,
    prepMin: z.number().int().min(0).max(240),
    people: z.number().int().min(1).max(20),
    brewSharePct: z.number().min(1).max(100),
    batchHandsMin: z.number().min(0).max(60),
    guessed: z.strictObject({
      cupsADay: cups,
      peaksMin: z.array(minute).max(MOST_LISTED).readonly(),
      icedPct: percent,
    }),
    priceHot: money,
    priceIced: money,
    cupCost: money,
    batchCost: money,
    goodwill: money,
    patientPct: percent,
    stalePerCupMin: z.number().min(0).max(10),
    graceHotMin: minute,
    graceIcedMin: minute,
    staffCups: cups,
    refillPct: percent,
    icedPerDegPct: percent,
    usualTempC: z.number().min(-40).max(50),
    surges: z
      .array(
        z.strictObject({ ...surge, weekdays: z.array(z.number().int().min(1).max(7)).max(7).readonly() }),
      )
      .max(MOST_LISTED)
      .readonly(),
    otherDrinks: z
      .array(
        z.strictObject({
          id: uuid,
          name,
          cardId: uuid.describe("Of the concentrate that it takes from"),
          cupsADay: cups,
          concentrateG: z.number().gt(0).max(2000).describe("In each, g"),
        }),
      )
      .max(MOST_LISTED)
      .default([])
      .readonly(),
    way: z.enum(PLAN_WAYS),
  })
  .superRefine(later("opensMin", "closesMin"));

/** What is known of one day beside what it usually brings, and what a lead decided for it. */
export const dayChanges = z.strictObject({
  factors: z
    .array(
      z
        .strictObject({
          id: uuid,
          percent: z.number().min(-100).max(900).describe("More than usual; less below 0"),
          fromMin: minute,
          toMin: minute,
          serve,
        })
        .superRefine(later("fromMin", "toMin")),
    )
    .max(MOST_LISTED)
    .readonly(),
  surges: z.array(z.strictObject(surge)).max(MOST_LISTED).readonly(),
  orders: z
    .array(
      z
        .strictObject({ id: uuid, name, atMin: minute, untilMin: minute, cups, cardId: uuid })
        .superRefine(later("atMin", "untilMin")),
    )
    .max(MOST_LISTED)
    .readonly(),
  pins: z
    .array(z.strictObject({ id: uuid, cardId: uuid, readyMin: minute }))
    .max(MOST_LISTED)
    .readonly(),
  away: z
    .array(
      z
        .strictObject({
          id: uuid,
          what: z.enum(["brewer", "vessel", "card", "person"]),
          ofId: z.string().min(1).max(80).describe("A brewer's or card's id, or a kind of vessel"),
          fromMin: minute,
          toMin: minute,
        })
        .superRefine(later("fromMin", "toMin")),
    )
    .max(MOST_LISTED)
    .readonly(),
  tempC: z.number().min(-40).max(50).nullable(),
  asWeekday: z
    .number()
    .int()
    .min(1)
    .max(7)
    .nullable()
    .default(null)
    .describe("Planned as this weekday: a holiday"),
  isHeld: z.boolean().default(false).describe("The plan stays as it is, however the day runs"),
});

const revision = z.number().int().min(0).describe("That the change began with; 0 where nobody made one yet");

export const sentSitePlan = z.strictObject({ siteId: uuid, revision, plan: sitePlan });
export const sentDayPlan = z.strictObject({ siteId: uuid, day: isoDay, revision, changes: dayChanges });
