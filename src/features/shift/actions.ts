"use server";

import { z } from "zod";
import { uuid } from "#contract/card.ts";
import { leadAction, Refusal } from "#server/action.ts";
import { readCards } from "#server/cards.ts";
import { replaceShift } from "#server/shifts.ts";

/** Batches of one card a day; more is a slip of the finger. */
const MOST_BATCHES = 99;
const MOST_LINES = 60;

const saving = z.strictObject({
  siteId: uuid,
  day: z.iso.date(),
  items: z
    .array(z.strictObject({ id: uuid, cardId: uuid, batches: z.number().int().min(0).max(MOST_BATCHES) }))
    .max(MOST_LINES),
});

/** Makes a day's list what it is given as. */
export const saveShift = leadAction.inputSchema(saving).action(async ({ parsedInput, ctx }) => {
  const { items, ...day } = parsedInput;
  const known = await readCards(
    ctx.db,
    items.map(({ cardId }) => cardId),
  );
  const fits = (cardId: string) =>
    known.some(({ id, siteId, draft }) => id === cardId && siteId === day.siteId && !draft);
  if (!items.every(({ cardId }) => fits(cardId))) {
    throw new Refusal("A card on the list is a draft, or not of this site: take it off.");
  }
  await replaceShift(ctx.db, day, items);
  return { saved: items.length };
});
