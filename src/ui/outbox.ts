import { type DBSchema, type IDBPDatabase, openDB } from "idb";

/** Something that is to be sent to the house: kept on the device first, sent when that can be, once. */
export interface Letter {
  readonly url: string;
  readonly body: object;
  /** Who said it: it is sent while the same person is at the counter. */
  readonly personId: string;
}

export interface KeptLetter extends Letter {
  readonly n: number;
  /** Why the house did not take it; it waits for a person. */
  readonly refused?: string | undefined;
}

interface Shelves extends DBSchema {
  letters: { key: number; value: Omit<KeptLetter, "n"> };
}

const NAME = "tumbek.outbox";
let opening: Promise<IDBPDatabase<Shelves>> | undefined;

function shelves(): Promise<IDBPDatabase<Shelves>> {
  opening ??= openDB<Shelves>(NAME, 1, {
    upgrade: (db) => void db.createObjectStore("letters", { autoIncrement: true }),
  });
  return opening;
}

/** Keeps a letter on this device. */
export async function post(letter: Letter): Promise<void> {
  const db = await shelves();
  await db.add("letters", letter);
  tellAll({});
}

/** Letters that wait on this device, in the order in which they were posted. */
export async function waiting(): Promise<readonly KeptLetter[]> {
  const db = await shelves();
  const transaction = db.transaction("letters");
  const [keys, letters] = await Promise.all([transaction.store.getAllKeys(), transaction.store.getAll()]);
  return letters.map((letter, i) => ({ ...letter, n: keys[i]! }));
}

/** Throws a letter away: it was taken, or somebody gave it up. */
export async function discard(n: number): Promise<void> {
  const db = await shelves();
  await db.delete("letters", n);
  tellAll({});
}

/** Letters have come or gone; those among them that the house took, with what it answered. */
export interface OutboxNews {
  readonly taken?: { readonly letter: Letter; readonly reply: unknown };
  readonly refused?: Letter;
}

const listeners = new Set<(news: OutboxNews) => void>();
/** One window of a device sends for all of them; the server, where pages are drawn first, has none. */
const windows = typeof window === "undefined" ? undefined : new BroadcastChannel(NAME);
windows?.addEventListener("message", ({ data }) => {
  for (const listener of listeners) listener(data);
});

function tellAll(news: OutboxNews): void {
  for (const listener of listeners) listener(news);
  windows?.postMessage(news);
}

/** Calls when letters have come or gone, whichever window of this device it was; returns what ends that. */
export function watchOutbox(listener: (news: OutboxNews) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** The house's answer to a letter: taken, refused for good with the reason, or not to be had now. */
export type Answer =
  | { readonly taken: true; readonly reply?: unknown }
  | { readonly refused: string }
  | { readonly later: true; readonly signedOut?: boolean };

type Send = (letter: Letter) => Promise<Answer>;

/**
 * Sends a person's letters in their order, each once, until one cannot be sent now. Letters of events to one address go together. A
 * letter that is refused stands aside with its reason, and lets the others pass.
 */
export async function deliver(personId: string, send: Send): Promise<"empty" | "later" | "signedOut"> {
  for (;;) {
    const own = (await waiting()).filter(
      (letter) => letter.personId === personId && letter.refused === undefined,
    );
    const some = together(own);
    const [first] = some;
    if (!first) return "empty";
    const answer = await send(some.length > 1 ? joined(some) : first);
    // Of several that are refused together, one is to blame: each is asked for by itself.
    const answers = "refused" in answer && some.length > 1 ? await oneByOne(some, send) : [answer];
    for (const [i, letter] of some.entries()) await settle(letter, answers[i] ?? answer);
    const later = answers.find((each) => "later" in each);
    if (later) return later.signedOut ? "signedOut" : "later";
  }
}

async function oneByOne(letters: readonly KeptLetter[], send: Send): Promise<readonly Answer[]> {
  const answers: Answer[] = [];
  for (const letter of letters) {
    const isStopped = answers.some((answer) => "later" in answer);
    answers.push(isStopped ? { later: true } : await send(letter));
  }
  return answers;
}

async function settle({ n, ...letter }: KeptLetter, answer: Answer): Promise<void> {
  if ("later" in answer) return;
  const db = await shelves();
  if ("taken" in answer) {
    await db.delete("letters", n);
    tellAll({ taken: { letter, reply: answer.reply } });
  } else {
    await db.put("letters", { ...letter, refused: answer.refused }, n);
    tellAll({ refused: letter });
  }
}

/** Letters that go together at most. */
const MOST_TOGETHER = 100;

/** The first letter, with those behind it that may go along. */
function together(letters: readonly KeptLetter[]): readonly KeptLetter[] {
  const [first] = letters;
  if (!first || !eventsIn(first)) return letters.slice(0, 1);
  const other = letters.findIndex((letter) => letter.url !== first.url || !eventsIn(letter));
  return letters.slice(0, Math.min(MOST_TOGETHER, other < 0 ? letters.length : other));
}

function joined(letters: readonly KeptLetter[]): Letter {
  const [first] = letters as [KeptLetter];
  return { ...first, body: { ...first.body, events: letters.flatMap((letter) => eventsIn(letter)!) } };
}

function eventsIn({ body }: Letter): readonly unknown[] | undefined {
  return (body as { readonly events?: readonly unknown[] }).events;
}

const REFUSED_FROM = 400;
const GONE_FROM = 500;
const SIGNED_OUT = 401;
/** Nobody is signed in, too many asked at once, too slow: these are for another time. */
const FOR_LATER = [SIGNED_OUT, 408, 425, 429];

/** Sends a letter to the house. Where it says when it was sent, that is now: by it the house tells how far this clock is off. */
export async function sendLetter({ url, body }: Letter): Promise<Answer> {
  const stamped = "sentAt" in body ? { ...body, sentAt: new Date().toISOString() } : body;
  const response = await fetch(url, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(stamped),
  }).catch(() => undefined);
  if (!response || response.status >= GONE_FROM || FOR_LATER.includes(response.status))
    return { later: true, signedOut: response?.status === SIGNED_OUT };
  const reply = await response.json().catch(() => undefined);
  if (response.status < REFUSED_FROM) return { taken: true, reply };
  return { refused: reply?.error?.message ?? `The house refused it (${response.status}).` };
}
