import { randomBytes } from "node:crypto";
import type { Scope } from "#contract/peopleKinds.ts";
import type { Act } from "#data/audit.ts";
import { addStation } from "#data/stations.ts";
import { addToken } from "#data/tokens.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";
import { hashOf, keepStation } from "./session.ts";

export { endStation } from "#data/stations.ts";
export { revokeToken } from "#data/tokens.ts";

const SECRET_BYTES = 32;
/** Prefix of every token, so that a leaked one is recognised. */
const TOKEN_PREFIX = "tumbek_";

type Doer = Act & { readonly personId: string };

/** Makes the tablet that asks a station. */
export async function makeStation({ id, name }: { readonly id: string; readonly name: string }, by: Doer) {
  const secret = randomBytes(SECRET_BYTES).toString("base64url");
  const added = await addStation(database(), { id, name, secretHash: hashOf(secret) }, by);
  if (!added.ok)
    throw new Refusal("A tablet was made a station under that id already: end it, and try again.", {
      code: "stale",
    });
  await keepStation(secret);
}

interface WantedToken {
  readonly id: string;
  readonly name: string;
  readonly scope: Scope;
}

/** @returns the token itself, which is shown this once and kept nowhere */
export async function makeToken(wanted: WantedToken, by: Doer): Promise<string> {
  const token = TOKEN_PREFIX + randomBytes(SECRET_BYTES).toString("base64url");
  const added = await addToken(database(), { ...wanted, hash: hashOf(token) }, by);
  if (!added.ok) {
    throw new Refusal("That token was made already, and is shown only once: revoke it, and make another.", {
      code: "stale",
    });
  }
  return token;
}
