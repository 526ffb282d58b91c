import { hashPassword } from "@better-auth/utils/password";
import { cleanName, type NameFailure, type PinFailure, pinFault } from "#core/people";
import type { Result } from "#core/result";
import { type Act, readAudit } from "#data/audit.ts";
import {
  addFirstLead,
  addPerson,
  anonymise,
  changePerson,
  hasLead,
  type PeopleFailure,
  type Person,
  type PersonChange,
  type PersonRow,
  readPerson,
  setArchived,
  setPin,
} from "#data/people.ts";
import { formerName, nameSentence, otherPersonSentence, peopleSentence, pinSentence } from "#words/people";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";
import { isAtThisMachine } from "./door.ts";

/** A name as it is kept; throws what is wrong with it, at its field. */
export function nameFrom(typed: string): string {
  const name = cleanName(typed);
  if (name.ok) return name.value;
  const failure: NameFailure = name.failure;
  throw new Refusal(nameSentence(failure), { field: "name" });
}

/** A PIN's slow hash; throws why it would be guessed, at its field. */
export async function pinHashFrom(pin: string, name: string): Promise<string> {
  const fault: PinFailure | undefined = pinFault(pin, name);
  if (fault) throw new Refusal(pinSentence(fault), { field: "pin" });
  return hashPassword(pin);
}

interface Typed extends Person {
  readonly pin: string;
}

export async function add(typed: Typed, by: Act): Promise<void> {
  const { id, role, pin } = typed;
  const name = nameFrom(typed.name);
  const added = await addPerson(database(), { id, role, name, pinHash: await pinHashFrom(pin, name) }, by);
  if (!added.ok && added.failure.code === "stale") {
    const { theirs } = added.failure;
    throw new Refusal(otherPersonSentence(theirs.name, name), { code: "stale", field: "name" });
  }
  refuseFailed(added);
}

/** Makes whoever sits at an empty house's machine its first lead. */
export async function addFirst({ id, name: typed, pin }: Omit<Typed, "role">, at: Date): Promise<void> {
  const db = database();
  if (!(await isAtThisMachine()) || (await hasLead(db))) {
    throw new Refusal("This house has a lead: ask them to add you.", { code: "notYours" });
  }
  const name = nameFrom(typed);
  const lead = await addFirstLead(db, { id, name, pinHash: await pinHashFrom(pin, name) }, at);
  if (!lead) throw new Refusal("This house has a lead: ask them to add you.", { code: "notYours" });
}

/** @returns the row as somebody else left it, and who, when the change began with an older one */
export async function change(typed: PersonChange, by: Act) {
  const db = database();
  const changed = await changePerson(db, { ...typed, name: nameFrom(typed.name) }, by);
  if (!changed.ok && changed.failure.code === "stale") {
    const { name, role, revision } = changed.failure.theirs;
    const [last] = await readAudit(db, { subject: "person", subjectId: typed.id });
    return { name, role, revision, changedBy: last?.person ?? "somebody else" };
  }
  refuseFailed(changed);
  return undefined;
}

export async function givePin({ id, pin }: { readonly id: string; readonly pin: string }, by: Act) {
  const db = database();
  const person = await readPerson(db, id);
  if (!person || person.anonymised) throw new Refusal(peopleSentence("notThere"));
  refuseFailed(await setPin(db, id, await pinHashFrom(pin, person.name), by));
}

export async function archive(id: string, archived: boolean, by: Act): Promise<void> {
  refuseFailed(await setArchived(database(), id, archived, by));
}

export async function makeAnonymous(id: string, by: Act): Promise<void> {
  const db = database();
  const person = await readPerson(db, id);
  if (!person) throw new Refusal(peopleSentence("notThere"));
  refuseFailed(await anonymise(db, id, formerName(person.role), by));
}

/** Throws what to say when a change of people was refused. */
function refuseFailed(changed: Result<PersonRow, PeopleFailure>): void {
  if (changed.ok || changed.failure.code === "stale") return;
  const { code } = changed.failure;
  throw new Refusal(peopleSentence(code), code === "nameTaken" ? { field: "name" } : {});
}
