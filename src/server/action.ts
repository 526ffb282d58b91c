import { createSafeActionClient } from "next-safe-action";
import type { Trouble, TroubleCode } from "#contract/trouble.ts";
import { may, type Right } from "#core/people";
import { isDatabaseAway, isOutcomeUnknown, isWorthAnotherTry } from "#data/failures.ts";
import { rightSentence, SIGN_IN_SENTENCE } from "#words/people";
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

/** Every change names its own id, so that sending the same once more settles it. */
const OUTCOME_UNKNOWN =
  "The database went away while this was kept: it may have been kept. Nothing you typed is lost: send the same again when it is back, and it is kept once.";

const OTHERS_AT_IT =
  "Others are changing the same at this moment, so yours was not kept. Nothing you typed is lost: try again.";

/** Any failure as what the one who asked is told. */
export function troubleOf(error: unknown): Trouble {
  if (error instanceof Refusal) {
    const { code, message, field } = error;
    return { code, message, ...(field !== undefined && { field }) };
  }
  if (isOutcomeUnknown(error)) return { code: "unknown", message: OUTCOME_UNKNOWN };
  if (isDatabaseAway(error)) return { code: "gone", message: DATABASE_GONE };
  if (isWorthAnotherTry(error)) return { code: "wait", message: OTHERS_AT_IT };
  logFailure(error);
  return { code: "failed", message: "That did not work, and was not saved. Try again." };
}

const client = createSafeActionClient({ handleServerError: troubleOf });

/** An action at the door, where nobody is signed in yet. */
export const doorAction = client.use(({ next }) => next({ ctx: { db: database() } }));

/** Wrapper of every action: checks the person's right, parses the input, and words the failure. */
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
