import { createSafeActionClient } from "next-safe-action";
import type { Trouble, TroubleCode } from "#contract/trouble.ts";
import { may, type Right } from "#core/people";
import { rightSentence, SIGN_IN_SENTENCE } from "#words/index.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { logFailure } from "./log.ts";
import { signedIn } from "./session.ts";

/** A failure that the person at the screen can do something about; its message is the sentence. */
export class Refusal extends Error {
  readonly code: TroubleCode;
  readonly field: string | undefined;

  constructor(message: string, { code = "refused", field }: { code?: TroubleCode; field?: string } = {}) {
    super(message);
    this.code = code;
    this.field = field;
  }
}

const DATABASE_GONE = "The database does not answer. Nothing you typed is lost: try again when it is back.";

/** Any failure as what the one who asked is told. */
export function troubleOf(error: unknown): Trouble {
  if (error instanceof Refusal) {
    const { code, message, field } = error;
    return { code, message, ...(field !== undefined && { field }) };
  }
  if (isDatabaseGone(error)) return { code: "gone", message: DATABASE_GONE };
  logFailure(error);
  return { code: "failed", message: "That did not work, and was not saved. Try again." };
}

const client = createSafeActionClient({ handleServerError: troubleOf });

/** An action at the door, where nobody is signed in yet. */
export const doorAction = client.use(({ next }) => next({ ctx: { db: database() } }));

/** What every other action goes through: somebody with the right, then parsed, done, and its failure said. */
export function action(right: Right) {
  return client.use(async ({ next }) => {
    const { person } = await admit(right);
    const by = { personId: person.id, at: now() };
    return next({ ctx: { db: database(), person, by } });
  });
}

/** The signed-in session, if its person has the right; throws what to say when not. */
async function admit(right: Right) {
  const session = await signedIn();
  if (!session) throw new Refusal(SIGN_IN_SENTENCE, { code: "signIn" });
  if (!may(session.person.role, right)) throw new Refusal(rightSentence(right), { code: "notYours" });
  return session;
}

const GONE = ["ECONNREFUSED", "ECONNRESET", "PROTOCOL_CONNECTION_LOST", "ETIMEDOUT", "EPIPE"];

/** Whether the database could not be reached, however deep the driver says so. */
export function isDatabaseGone(error: unknown): boolean {
  for (let at = error; at instanceof Error; at = at.cause) {
    if ("code" in at && GONE.includes(String(at.code))) return true;
  }
  return false;
}
