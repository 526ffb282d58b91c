import { v7 as uuidv7 } from "uuid";
import { type BatchRow, type LoggedBatch, loggedBatch, NO_SIGNS } from "#contract/batch.ts";
import { DEMO_IDS } from "#data/demo/bench.ts";

const { brewers, coffees, grinders, vessels } = DEMO_IDS;

/** The demo house's big pot as somebody logs it who knows all of it: Saltmarsh on Fulmar, ground on Chough. */
export function bigPot(at: Date, change: Partial<LoggedBatch> = {}): LoggedBatch {
  return {
    id: uuidv7(),
    brewerId: brewers.fulmar,
    coffeeId: coffees.saltmarsh,
    vesselId: vessels.left,
    cardId: null,
    recipeVersionId: null,
    method: null,
    grinderId: grinders.chough,
    dialSetting: 12,
    doseG: 200,
    waterG: 3229,
    iceG: 0,
    yieldG: 2805,
    brewTimeS: 340,
    strengthPct: 1.36,
    sampledAt: "inGlass",
    ...NO_SIGNS,
    liked: true,
    note: "",
    at: at.toISOString(),
    ...change,
  };
}

/** A row of the log as it would be sent to correct it: without its names. */
export function asSent(row: BatchRow): LoggedBatch & { readonly revision: number } {
  const known = Object.keys(loggedBatch.shape).map((name) => [name, row[name as keyof BatchRow]]);
  return { ...(Object.fromEntries(known) as LoggedBatch), revision: row.revision };
}
