"use server";

import { uuid } from "#contract/card.ts";
import { isoDay, shiftList } from "#contract/shift.ts";
import { action } from "#server/action.ts";
import { saveList } from "#server/shifts.ts";

const saving = shiftList.extend({ siteId: uuid, day: isoDay });

/** Makes a day's list what it is given as; answers with the other list when somebody else was faster. */
export const saveShift = action("planShift")
  .inputSchema(saving)
  .action(async ({ parsedInput, ctx }) => {
    const { siteId, day, ...list } = parsedInput;
    return saveList({ siteId, day }, list, ctx.by);
  });
