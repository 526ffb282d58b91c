"use server";

import { keptWall } from "#contract/wall.ts";
import { action } from "#server/action.ts";
import { keepWall } from "#server/wall.ts";

/** Keeps what hangs on a site's wall for a coffee. */
export const saveWall = action("setBench")
  .inputSchema(keptWall)
  .action(async ({ parsedInput, ctx }) => keepWall(parsedInput, ctx.by));
