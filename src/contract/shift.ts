import { z } from "zod";
import { uuid } from "./card.ts";

/** Batches of one card a day; more is a slip of the finger. */
export const MOST_BATCHES = 99;
const MOST_LINES = 60;

export const shiftItem = z.strictObject({
  id: uuid.describe("Made by the sender, so that a list sent twice is one"),
  cardId: uuid,
  batches: z.number().int().min(0).max(MOST_BATCHES),
});
export type ShiftItem = z.infer<typeof shiftItem>;

/** A day's list as it should be, and the revision that the change began with: 0 for a list nobody made yet. */
export const shiftList = z.strictObject({
  revision: z.number().int().min(0),
  items: z.array(shiftItem).max(MOST_LINES),
});

/** A day's list as it is kept. */
export const shiftKept = shiftList.extend({
  changedBy: z.string().nullable(),
  changedAt: z.iso.datetime().nullable(),
});
export type ShiftKept = z.infer<typeof shiftKept>;

export const isoDay = z.iso.date();

export const shiftSaved = z.strictObject({ revision: z.number().int().min(0) });
