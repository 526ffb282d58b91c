import { verifyPassword } from "better-auth/crypto";
import { headers } from "next/headers";
import { mayTapIn, type Role } from "#core/people";
import { listAtTheDoor, readPerson } from "#data/people.ts";
import { forgiveName, tryAddress, tryName } from "#data/tries.ts";
import { waitSentence } from "#words/people";
import { Refusal } from "./action.ts";
import { auth } from "./auth.ts";
import { database } from "./database.ts";
import { currentStation } from "./session.ts";

/** Somebody who can be picked at the door. */
export interface AtTheDoor {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** The name alone is enough on this tablet. */
  readonly tapIn: boolean;
  /** A made-up person's, in the demo house. */
  readonly publicPin: string | null;
}

/** Who can sign in here, on this tablet. */
export async function readDoor(): Promise<readonly AtTheDoor[]> {
  const [people, station] = await Promise.all([listAtTheDoor(database()), currentStation()]);
  return people.map((each) => ({ ...each, tapIn: station !== undefined && mayTapIn(each.role) }));
}

interface Knock {
  readonly personId: string;
  /** Without one, the name was only tapped. */
  readonly pin?: string | undefined;
}

/** Signs somebody in on this browser, in the place of whoever was; throws what to say when not. */
export async function signInHere({ personId, pin }: Knock): Promise<void> {
  const db = database();
  const from = await headers();
  // Real time: how long somebody waits is no matter of the house's day.
  const at = new Date();
  const addressWaitS = await tryAddress(db, addressOf(from), at);
  if (addressWaitS > 0) throw new Refusal(waitSentence(addressWaitS), { code: "wait" });
  const [person, station] = await Promise.all([readPerson(db, personId), currentStation()]);
  const pinHash = person && !person.archived ? person.pinHash : null;
  if (!person || !pinHash) throw new Refusal("There is nobody by that name here. Reload the page.");
  if (pin === undefined) {
    if (!station || !mayTapIn(person.role)) {
      throw new Refusal(`Type the PIN of ${person.name}.`, { code: "pinNeeded", field: "pin" });
    }
  } else {
    const waitS = await tryName(db, personId, at);
    if (waitS > 0) throw new Refusal(waitSentence(waitS), { code: "wait", field: "pin" });
    if (!(await verifyPassword({ hash: pinHash, password: pin }))) {
      throw new Refusal(`That is not the PIN of ${person.name}.`, { code: "wrongPin", field: "pin" });
    }
    await forgiveName(db, personId);
  }
  await auth().api.signOutHere({ headers: from });
  await auth().api.signInAs({
    body: { personId, ...(station && { stationId: station.id }) },
    headers: from,
  });
}

/** Ends the session of this browser, if there is one. */
export async function signOutHere(): Promise<void> {
  await auth().api.signOutHere({ headers: await headers() });
}

/** Whether the one who asks sits at this machine itself. */
export async function isAtThisMachine(): Promise<boolean> {
  return ["127.0.0.1", "::1"].includes(addressOf(await headers()));
}

/** The socket's address, as the server put it into the request. */
export function addressOf(from: Headers): string {
  return from.get("x-tumbek-address") ?? "";
}
