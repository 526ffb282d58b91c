import { createSafeActionClient } from "next-safe-action";
import { readLead } from "#data/people.ts";
import { database } from "./database.ts";

/** A failure that the person at the screen can do something about; its message is the sentence. */
export class Refusal extends Error {}

const DATABASE_GONE = "The database does not answer. Nothing you typed is lost: try again when it is back.";

/** What every write goes through: parsed, then done as the one lead, its failure said in a sentence. */
export const leadAction = createSafeActionClient({
  handleServerError(error) {
    if (error instanceof Refusal) return error.message;
    return isDatabaseGone(error) ? DATABASE_GONE : "That did not work, and was not saved. Try again.";
  },
}).use(async ({ next }) => {
  const db = database();
  const lead = await readLead(db);
  if (!lead) throw new Refusal("This house has nobody yet who could save that.");
  return next({ ctx: { db, lead } });
});

const GONE = ["ECONNREFUSED", "ECONNRESET", "PROTOCOL_CONNECTION_LOST", "ETIMEDOUT", "EPIPE"];

/** Whether the database could not be reached, however deep the driver says so. */
export function isDatabaseGone(error: unknown): boolean {
  for (let at = error; at instanceof Error; at = at.cause) {
    if ("code" in at && GONE.includes(String(at.code))) return true;
  }
  return false;
}
