import { tryCompute } from "#data/limits.ts";
import { database } from "./database.ts";
import { addressOf } from "./session.ts";

/** Counts a compute request against its sender; seconds to wait, or 0 when it is answered. */
export function computeWaitS(from: Headers): Promise<number> {
  return tryCompute(database(), addressOf(from));
}
