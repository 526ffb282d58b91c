"use server";

import { uuid } from "#contract/card.ts";
import { isoDay, shiftLinesNamed, shiftList } from "#contract/shift.ts";
import { action } from "#server/action.ts";
import { linesOf, saveList } from "#server/shifts.ts";

const saving = shiftList.extend({ siteId: uuid, day: isoDay });

/** Makes a day's list what it is given as; answers with the other list when somebody else was faster. */
export const saveShift = action("planShift")
  .inputSchema(saving)
  .action(async ({ parsedInput, ctx }) => {
    const { siteId, day, ...list } = parsedInput;
    return saveList({ siteId, day }, list, ctx.by);
  });

/** Lines of cards that a list names by now: one that was just put on it, or that somebody else put there. */
export const readLines = action("see")
  .inputSchema(shiftLinesNamed)
  .action(async ({ parsedInput: { siteId, ids } }) => linesOf(siteId, ids));
