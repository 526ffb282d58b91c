import { createSafeActionClient } from "next-safe-action";
import { isWellFormed } from "#contract/text.ts";
import type { Trouble, TroubleCode } from "#contract/trouble.ts";
import { may, type Right } from "#core/people";
import {
  isDatabaseAway,
  isDiskFull,
  isOutcomeUnknown,
  isPoolBusy,
  isWorthAnotherTry,
  refusedByDatabase,
} from "#data/failures.ts";
import { rightSentence, SIGN_IN_SENTENCE } from "#words/people";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { ThreadBusy } from "./inThread.ts";
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

const DISK_FULL =
  "The disk of the machine that serves this house is full, so nothing was kept. Nothing you typed is lost: make room there, and try again.";

const NAMES_NOTHING = "Something that this names is not there any more: look at it as it is now.";
const UNFIT = "A figure or a text in it is more than the house can keep: look at what was typed.";

const FAILED =
  "That went wrong here, and it is in the house's log. Look whether it was kept before you send it again.";

const BUSY =
  "The house is busy at this moment, and did not get to it: nothing was kept. Nothing you typed is lost: try again.";

const OTHERS_AT_IT =
  "Others are changing the same at this moment, so yours was not kept. Nothing you typed is lost: try again.";

/** Any failure as what the one who asked is told. */
export function troubleOf(error: unknown): Trouble {
  if (error instanceof Refusal) {
    const { code, message, field } = error;
    return { code, message, ...(field !== undefined && { field }) };
  }
  if (isPoolBusy(error) || error instanceof ThreadBusy) return { code: "wait", message: BUSY };
  if (isOutcomeUnknown(error)) return { code: "unknown", message: OUTCOME_UNKNOWN };
  if (isDatabaseAway(error)) return { code: "gone", message: DATABASE_GONE };
  if (isWorthAnotherTry(error)) return { code: "wait", message: OTHERS_AT_IT };
  const refused = refusedByDatabase(error);
  if (refused === "missing") return { code: "notThere", message: NAMES_NOTHING };
  if (refused === "unfit") return { code: "badInput", message: UNFIT };
  if (isDiskFull(error)) return { code: "full", message: DISK_FULL };
  logFailure(error);
  return { code: "failed", message: FAILED };
}

/** Half a character pair is no text: no column takes it, and no screen shows it. */
export const HALF_CHARACTERS = "There is half a character in it, which is no text: type it anew.";

const client = createSafeActionClient({ handleServerError: troubleOf });

/** An action at the door, where nobody is signed in yet. */
export const doorAction = client.use(({ next, clientInput }) => {
  if (!isWellFormed(clientInput)) throw new Refusal(HALF_CHARACTERS, { code: "badInput" });
  return next({ ctx: { db: database() } });
});

/** Wrapper of every action: checks the person's right, parses the input, and words the failure. */
export function action(right: Right) {
  return client.use(async ({ next, clientInput }) => {
    const { person } = await admit(right);
    if (!isWellFormed(clientInput)) throw new Refusal(HALF_CHARACTERS, { code: "badInput" });
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
