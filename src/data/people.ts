import { and, asc, count, eq, isNotNull, ne } from "drizzle-orm";
import type { Role } from "#core/people";
import { fail, ok, type Result } from "#core/result";
import { type Act, forgetNames, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { people, sessions } from "./schema/index.ts";
import { changedBefore, sentBefore } from "./sentTwice.ts";
import { lock, type Transaction, transact } from "./transact.ts";

export type PersonRow = typeof people.$inferSelect;

/** Somebody as others see them. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

/** Why a change of people was refused; `stale` with the row as somebody else left it. */
export type PeopleFailure =
  | { readonly code: "notThere" | "nameTaken" | "lastLead" | "notArchived" | "anonymised" }
  | { readonly code: "stale"; readonly theirs: PersonRow };

type Changed = Result<PersonRow, PeopleFailure>;

export function listPeople(db: Database): Promise<PersonRow[]> {
  return db.select().from(people).orderBy(asc(people.archived), asc(people.name));
}

/** Who can be picked at the door. */
export function listAtTheDoor(db: Database) {
  return db
    .select({ id: people.id, name: people.name, role: people.role, publicPin: people.publicPin })
    .from(people)
    .where(and(eq(people.archived, false), isNotNull(people.pinHash)))
    .orderBy(asc(people.name));
}

export async function readPerson(db: Database, id: string): Promise<PersonRow | undefined> {
  const [row] = await db.select().from(people).where(eq(people.id, id));
  return row;
}

/** Whether somebody leads this house; without, its first visitor is asked to. */
export async function hasLead(db: Database): Promise<boolean> {
  const [row] = await db.select({ leads: count() }).from(people).where(isLead);
  return row!.leads > 0;
}

/** Made-up people whose PINs are public: the house's network stays shut while there is one. */
export async function listPublicPins(db: Database): Promise<Person[]> {
  return db
    .select({ id: people.id, name: people.name, role: people.role })
    .from(people)
    .where(and(isNotNull(people.publicPin), eq(people.archived, false)));
}

const isLead = and(eq(people.role, "lead"), eq(people.archived, false), isNotNull(people.pinHash));

export interface NewPerson extends Person {
  readonly pinHash: string;
}

/** Adds somebody; sent twice, it is once. The PIN is hashed, so that only name and role are compared. */
export async function addPerson(db: Database, person: NewPerson, by: Act): Promise<Changed> {
  return transact(db, async (tx) => {
    await lock(tx, "people");
    const { id, name, role } = person;
    const known = await readPerson(tx, id);
    const before = sentBefore(known, { name, role });
    if (known && before === "again") return ok(known);
    if (known && before === "other") return fail({ code: "stale", theirs: known });
    if (await isTaken(tx, person)) return fail({ code: "nameTaken" });
    await tx.insert(people).values({ ...person, createdAt: by.at });
    await record(tx, by, { action: "added", subject: "person", subjectId: id, after: { name, role } });
    return ok((await readPerson(tx, id))!);
  });
}

/**
 * Makes somebody the house's first lead.
 *
 * @returns undefined when there is a lead already
 */
export async function addFirstLead(
  db: Database,
  person: Omit<NewPerson, "role">,
  at: Date,
): Promise<PersonRow | undefined> {
  return transact(db, async (tx) => {
    // One at a time: whether there is a lead must stay true until this one is kept.
    await lock(tx, "people");
    if (await hasLead(tx)) return undefined;
    const added = await addPerson(tx, { ...person, role: "lead" }, { personId: null, at });
    return added.ok ? added.value : undefined;
  });
}

export interface PersonChange extends Person {
  /** The one that the change began with. */
  readonly revision: number;
}

export async function changePerson(db: Database, change: PersonChange, by: Act): Promise<Changed> {
  const { name, role, revision: began } = change;
  return alter(db, change.id, by, async (tx, old) => {
    if (changedBefore(old, { began, sent: { name, role } })) return ok(undefined);
    if (old.revision !== began) return fail({ code: "stale", theirs: old });
    if (await isTaken(tx, change)) return fail({ code: "nameTaken" });
    if (role !== "lead" && (await isLastLead(tx, old))) return fail({ code: "lastLead" });
    return ok({ set: { name, role }, action: "changed", shown: ["name", "role"] });
  });
}

/** Gives somebody another PIN and ends their sign-ins; a made-up person's is public no more. */
export async function setPin(db: Database, id: string, pinHash: string, by: Act): Promise<Changed> {
  return alter(db, id, by, async (tx) => {
    await tx.delete(sessions).where(eq(sessions.personId, id));
    return ok({ set: { pinHash, publicPin: null }, action: "pinSet", shown: [] });
  });
}

/** Somebody who works here no more cannot sign in; or works here again, after which a PIN must be set. */
export async function setArchived(db: Database, id: string, archived: boolean, by: Act): Promise<Changed> {
  return alter(db, id, by, async (tx, old) => {
    if (archived && (await isLastLead(tx, old))) return fail({ code: "lastLead" });
    if (!archived && old.anonymised) return fail({ code: "anonymised" });
    if (!archived && (await isTaken(tx, old))) return fail({ code: "nameTaken" });
    if (archived) await tx.delete(sessions).where(eq(sessions.personId, id));
    // Whoever comes back is given a new PIN: who knows the old one by now, nobody can say.
    const set = archived ? { archived } : { archived, pinHash: null, publicPin: null };
    return ok({ set, action: archived ? "archived" : "restored", shown: ["archived"] });
  });
}

/**
 * Takes the name of somebody who was archived out of the house. What they did stays.
 *
 * @param name what stands in its place, such as "a former barista"
 */
export async function anonymise(db: Database, id: string, name: string, by: Act): Promise<Changed> {
  return alter(db, id, by, async (_tx, old) => {
    if (!old.archived) return fail({ code: "notArchived" });
    return ok({
      set: { name, anonymised: true, pinHash: null, publicPin: null },
      action: "anonymised",
      shown: ["anonymised"],
    });
  });
}

type Step = {
  readonly set: Partial<PersonRow>;
  readonly action: "changed" | "pinSet" | "archived" | "restored" | "anonymised";
  /** The fields that the audit trail shows. */
  readonly shown: readonly ("name" | "role" | "archived" | "anonymised")[];
};

/** One change of one row, held from reading to writing, with its line in the audit trail; nothing where no step is left. */
async function alter(
  db: Database,
  id: string,
  by: Act,
  decide: (tx: Transaction, old: PersonRow) => Promise<Result<Step | undefined, PeopleFailure>>,
): Promise<Changed> {
  return transact(db, async (tx) => {
    await lock(tx, "people");
    const old = await readPerson(tx, id);
    if (!old) return fail({ code: "notThere" });
    const step = await decide(tx, old);
    if (!step.ok) return step;
    if (!step.value) return ok(old);
    const { set, action, shown } = step.value;
    const row = { ...old, ...set, revision: old.revision + 1 };
    await tx
      .update(people)
      .set({ ...set, revision: row.revision })
      .where(eq(people.id, id));
    const fields = (from: PersonRow) => Object.fromEntries(shown.map((field) => [field, from[field]]));
    await record(tx, by, {
      action,
      subject: "person",
      subjectId: id,
      ...(shown.length > 0 && { before: fields(old), after: fields(row) }),
    });
    if (row.anonymised) await forgetNames(tx, id, row.name);
    return ok(row);
  });
}

async function isTaken(tx: Transaction, { id, name }: { readonly id: string; readonly name: string }) {
  const same = and(eq(people.name, name), eq(people.archived, false), ne(people.id, id));
  return (await tx.select({ id: people.id }).from(people).where(same)).length > 0;
}

async function isLastLead(tx: Transaction, person: PersonRow): Promise<boolean> {
  if (person.role !== "lead" || person.archived) return false;
  const others = await tx
    .select({ id: people.id })
    .from(people)
    .where(and(isLead, ne(people.id, person.id)));
  return others.length === 0;
}
