import { verifyPassword } from "@better-auth/utils/password";
import { headers } from "next/headers";
import { mayTapIn, type Role } from "#core/people";
import { forgiveName, tryAddress, tryName } from "#data/limits.ts";
import { listAtTheDoor, readPerson } from "#data/people.ts";
import { waitSentence } from "#words/people";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";
import { addressOf, currentStation, startSession } from "./session.ts";

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
  const addressWaitS = await tryAddress(db, addressOf(await headers()));
  if (addressWaitS > 0) throw new Refusal(waitSentence(addressWaitS), { code: "wait" });
  const [person, station] = await Promise.all([readPerson(db, personId), currentStation()]);
  const pinHash = person && !person.archived ? person.pinHash : null;
  if (!person || !pinHash) throw new Refusal("There is nobody by that name here. Reload the page.");
  if (pin === undefined) {
    if (!station || !mayTapIn(person.role)) {
      throw new Refusal(`Type the PIN of ${person.name}.`, { code: "pinNeeded", field: "pin" });
    }
  } else {
    const waitS = await tryName(db, personId);
    if (waitS > 0) throw new Refusal(waitSentence(waitS), { code: "wait", field: "pin" });
    if (!(await verifyPassword(pinHash, pin))) {
      throw new Refusal(`That is not the PIN of ${person.name}.`, { code: "wrongPin", field: "pin" });
    }
    await forgiveName(db, personId);
  }
  await startSession(personId, station?.id);
}

/** Whether the one who asks sits at this machine itself. */
export async function isAtThisMachine(): Promise<boolean> {
  return ["127.0.0.1", "::1"].includes(addressOf(await headers()));
}
