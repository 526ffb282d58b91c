"use server";

import { z } from "zod";
import { cardWanted, uuid } from "#contract/card.ts";
import { type KeptThing, keptCoffee } from "#contract/things.ts";
import { action } from "#server/action.ts";
import { keepCard } from "#server/cards.ts";
import { siteToday } from "#server/site.ts";
import { putThing } from "#server/things.ts";

/** Keeps what was chosen as a card, which the server makes; one with a stop as a draft. */
export const saveCard = action("keepCards")
  .inputSchema(cardWanted)
  .action(async ({ parsedInput, ctx }) => keepCard(parsedInput, ctx.by));

/** Puts a new coffee on the bench, from where one is chosen. */
export const addCoffee = action("setBench")
  .inputSchema(z.strictObject({ siteId: uuid, coffee: keptCoffee }))
  .action(async ({ parsedInput: { siteId, coffee }, ctx }) => ({
    theirs: await putThing(coffee as KeptThing, { siteId, today: await siteToday() }, ctx.by),
  }));
