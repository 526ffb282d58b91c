"use server";

import { z } from "zod";
import { cardSheet, uuid } from "#contract/card.ts";
import { solveSheet } from "#core/sheet";
import { action, Refusal } from "#server/action.ts";
import { insertCard } from "#server/cards.ts";
import { checkSentence } from "#words/index.ts";

const saving = z.strictObject({ id: uuid, siteId: uuid, sheet: cardSheet.omit({ result: true }) });

/** Keeps a sheet as a card; one with a stop as a draft. The result is computed here, not taken on trust. */
export const saveCard = action("keepCards")
  .inputSchema(saving)
  .action(async ({ parsedInput, ctx }) => {
    const { id, siteId, sheet } = parsedInput;
    const solved = solveSheet(sheet.input);
    if (!solved.ok) throw new Refusal("This sheet cannot be solved, so there is no card to keep.");
    const checks = solved.value.checks.map((check) => ({ ...check, message: checkSentence(check) }));
    const draft = checks.some(({ severity }) => severity === "stop");
    const result = { ...solved.value, checks };
    const { personId: madeBy, at: createdAt } = ctx.by;
    await insertCard(ctx.db, { id, siteId, draft, sheet: { ...sheet, result }, madeBy, createdAt });
    return { id, draft };
  });
