"use server";

import { cardWanted } from "#contract/card.ts";
import { action } from "#server/action.ts";
import { keepCard } from "#server/cards.ts";

/** Keeps what was chosen as a card, which the server makes; one with a stop as a draft. */
export const saveCard = action("keepCards")
  .inputSchema(cardWanted)
  .action(async ({ parsedInput, ctx }) => keepCard(parsedInput, ctx.by));
