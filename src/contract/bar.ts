import { z } from "zod";
import { DAY_LISTS, MOST_WAIT_MIN, POUR_REASONS } from "#core/bar";
import { SERVES } from "#core/sheet";
import { uuid } from "./card.ts";

/** Kinds of what happens at a bar. */
export const BAR_KINDS = [
  "brewBegun",
  "potFilled",
  "potToppedUp",
  "served",
  "setAside",
  "potMoved",
  "plateTurned",
  "pouredAway",
  "ranOut",
  "potMeasured",
  "iceFilled",
  "iceTaken",
  "lookedAt",
  "checked",
  "undone",
] as const;
export type BarKind = (typeof BAR_KINDS)[number];

const MOST_G = 200_000;
const MOST_CUPS = 200;
const MOST_CUP_ML = 2000;
/** A tablet that was away from the network for a day sends no more than so many. */
const MOST_EVENTS = 500;
const MOST_NOTE = 300;

const massG = z.number().gt(0).max(MOST_G);
const made = {
  id: uuid.describe("Made by the device: the same event sent twice is one"),
  at: z.iso.datetime().describe("When it happened, by the device's clock"),
};
const filling = {
  vesselId: uuid,
  cardId: uuid
    .nullable()
    .default(null)
    .describe("By which it was brewed; coffee, service, strength and hold follow"),
  batchId: uuid.nullable().default(null).describe("As it was logged; amount, strength and time follow"),
  coffeeId: uuid.nullable().default(null),
  serve: z.enum(SERVES).default("hot"),
  liquidG: massG.describe("In the pot, g"),
  strengthPct: z.number().gt(0).max(30).nullable().default(null),
  tempC: z.number().min(-5).max(100).nullable().default(null).describe("°C; the usual where left out"),
  brewedAt: z.iso.datetime().describe("When it was done: age and hold count from then"),
};

/** One thing that happened at the bar. */
export const barEvent = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("brewBegun"),
    ...made,
    vesselId: uuid,
    cardId: uuid.nullable().default(null),
    dueAt: z.iso.datetime().nullable().default(null),
    waitedMin: z
      .number()
      .min(0)
      .max(MOST_WAIT_MIN)
      .nullable()
      .default(null)
      .describe("How long it had stood in what is to do, min"),
  }),
  z.strictObject({ kind: z.literal("potFilled"), ...made, ...filling }),
  z.strictObject({ kind: z.literal("potToppedUp"), ...made, ...filling }),
  z.strictObject({
    kind: z.literal("served"),
    ...made,
    vesselId: uuid,
    massG: massG.describe("All of it, g"),
    cups: z.number().int().min(1).max(MOST_CUPS).nullable().default(null),
    cupMl: z.number().gt(0).max(MOST_CUP_ML).nullable().default(null),
  }),
  z.strictObject({ kind: z.literal("setAside"), ...made, vesselId: uuid, massG }),
  z.strictObject({ kind: z.literal("potMoved"), ...made, vesselId: uuid, toId: uuid }),
  z.strictObject({ kind: z.literal("plateTurned"), ...made, vesselId: uuid, on: z.boolean() }),
  z.strictObject({ kind: z.literal("pouredAway"), ...made, vesselId: uuid, reason: z.enum(POUR_REASONS) }),
  z.strictObject({ kind: z.literal("ranOut"), ...made, vesselId: uuid }),
  z.strictObject({
    kind: z.literal("potMeasured"),
    ...made,
    vesselId: uuid,
    leftG: z.number().min(0).max(MOST_G).nullable().default(null).describe("Weighed, g"),
    tempC: z.number().min(-5).max(100).nullable().default(null),
    strengthPct: z.number().gt(0).max(30).nullable().default(null),
  }),
  z.strictObject({
    kind: z.literal("iceFilled"),
    ...made,
    iceId: uuid,
    massG: z.number().min(0).max(5_000_000),
  }),
  z.strictObject({
    kind: z.literal("iceTaken"),
    ...made,
    iceId: uuid,
    massG: z.number().gt(0).max(5_000_000),
  }),
  z.strictObject({ kind: z.literal("lookedAt"), ...made, eventId: uuid }),
  z.strictObject({
    kind: z.literal("checked"),
    ...made,
    item: z.enum([...DAY_LISTS.opening, ...DAY_LISTS.closing]).describe("Of a day's opening or closing"),
    note: z.string().trim().max(MOST_NOTE).nullable().default(null),
  }),
  z.strictObject({ kind: z.literal("undone"), ...made, eventId: uuid }),
]);
export type SentEvent = z.infer<typeof barEvent>;

/** Events as a device sends them, in any order. */
export const sentEvents = z.strictObject({
  sentAt: z.iso.datetime().describe("By the device's clock: how far it is off is told by it"),
  events: z.array(barEvent).min(1).max(MOST_EVENTS),
});
export type SentEvents = z.infer<typeof sentEvents>;

const MOST_SALES = 1000;

/** A sale as a till says it. */
const sale = z.strictObject({
  id: uuid.describe("Made by the till: the same sale sent twice is one"),
  coffee: z.string().trim().min(1).max(80).describe("As it is named on the bench"),
  serve: z.enum(SERVES),
  cupMl: z.number().gt(0).max(MOST_CUP_ML).describe("Size of a cup, ml, as on the bench"),
  count: z.number().int().min(1).max(MOST_CUPS),
  at: z.iso.datetime(),
});

/** Sales of a site, as a till sends them. */
export const sentSales = z.strictObject({ sales: z.array(sale).min(1).max(MOST_SALES) });
export type SentSales = z.infer<typeof sentSales>;
