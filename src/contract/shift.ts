import { z } from "zod";
import type { IcedMethod } from "#core/iced";
import type { ShiftBatch } from "#core/shift";
import { type CardSheet, uuid } from "./card.ts";
import { MOST_BATCHES } from "./shiftRules.ts";

const MOST_LINES = 60;

export const shiftItem = z.strictObject({
  id: uuid.describe("Made by the sender, so that a list sent twice is one"),
  cardId: uuid,
  batches: z.number().int().min(0).max(MOST_BATCHES),
});
export type ShiftItem = z.infer<typeof shiftItem>;

/** An ice source on a day: what lies in it when iced service begins, and what was frozen ahead beside it. */
const dayIce = z.strictObject({
  id: uuid.describe("Of the ice source"),
  inBinG: z.number().min(0).max(5_000_000).nullable().describe("Null for a full one, g"),
  aheadG: z.number().min(0).max(5_000_000).describe("g"),
});
const MIN_PER_DAY = 1440;

/** The hours of a day's iced service, and its ice. */
export const shiftIce = z
  .strictObject({
    fromMin: z.number().int().min(0).max(MIN_PER_DAY).describe("Minutes of the day"),
    toMin: z.number().int().min(0).max(MIN_PER_DAY).describe("Minutes of the day, after the start"),
    sources: z.array(dayIce).max(MOST_LINES),
  })
  .superRefine(({ fromMin, toMin }, context) => {
    if (!(toMin > fromMin)) {
      context.addIssue({
        code: "too_small",
        minimum: fromMin,
        inclusive: false,
        origin: "number",
        input: toMin,
        path: ["toMin"],
      });
    }
  });
export type ShiftIce = z.infer<typeof shiftIce>;

/** A day's list as it should be, and the revision that the change began with: 0 for a list nobody made yet. */
export const shiftList = z.strictObject({
  revision: z.number().int().min(0),
  items: z.array(shiftItem).max(MOST_LINES),
  ice: shiftIce.nullable().optional().describe("As it is where it is left out"),
});

/** A day's list as it is kept. */
export const shiftKept = shiftList.extend({
  ice: shiftIce.nullable(),
  changedBy: z.string().nullable(),
  changedAt: z.iso.datetime().nullable(),
});
export type ShiftKept = z.infer<typeof shiftKept>;

/** A card as a day's list shows and counts it. */
export interface ShiftCard {
  readonly id: string;
  readonly title: string;
  readonly batch: ShiftBatch;
  /** Dry coffee in the basket, g. */
  readonly doseG: number;
  readonly dial: { readonly grinder: string; readonly setting: number } | null;
  /** The brewer's setting, g; null where it has no setting. */
  readonly settingG: number | null;
  /** How the brewer's settings are marked; undefined for litres. */
  readonly marked: CardSheet["madeWith"]["marked"];
  readonly iceG: number;
  readonly vessel: string;
  /** How it is iced; null hot. */
  readonly method: IcedMethod | null;
  readonly vesselId: string;
  readonly brewerKind: CardSheet["madeWith"]["brewerKind"];
  /** From the first water to the last drop, as it was timed or is forecast, s; null where neither is known. */
  readonly brewTimeS: number | null;
  /** It follows an approved batch. */
  readonly approved: boolean;
  /** Hours for which it is begun before; null where it is brewed when it is wanted. */
  readonly steepH: number | null;
  /** Thrown away so long after it was drained, h; null where it is brewed when it is wanted. */
  readonly keptH: number | null;
}

/** A card that may be put on a list. */
export interface ShiftChoice extends Pick<ShiftCard, "id" | "title"> {
  /** Where other cards are for the same pot: the number that they share, and what tells this one from them. */
  readonly shared?: { readonly pot: number } & Pick<
    ShiftCard,
    "doseG" | "dial" | "settingG" | "marked" | "iceG" | "vessel"
  >;
}

/** Cards whose lines a list asks for. */
export const shiftLinesNamed = z.strictObject({ siteId: uuid, ids: z.array(uuid).max(2 * MOST_LINES) });

export const isoDay = z.iso.date();

/** Batches that a plan of a day likely has, for its list. */
export const plannedList = z.strictObject({
  siteId: uuid,
  day: isoDay,
  lines: z
    .array(shiftItem.pick({ cardId: true, batches: true }))
    .min(1)
    .max(MOST_LINES),
});

export const shiftSaved = z.strictObject({ revision: z.number().int().min(0) });
