import { offlineStore } from "./store.ts";

/** An answer of the house as a device keeps it: for one person, under a name. */
export interface AnswerName {
  readonly personId: string;
  readonly name: string;
}

/** Keeps an answer for a page that is opened without the house; a full disk keeps none. */
export async function keepAnswer({ personId, name }: AnswerName, answer: object): Promise<void> {
  await offlineStore()
    .then((db) => db.put("answers", answer, [personId, name]))
    .catch(() => undefined);
}

/** The house's last answer of that name; undefined where none is kept. */
export async function keptAnswer<Answer>({ personId, name }: AnswerName): Promise<Answer | undefined> {
  const db = await offlineStore().catch(() => undefined);
  return (await db?.get("answers", [personId, name])) as Answer | undefined;
}

/** Lets go of every answer that is kept for others than one person. */
export async function forgetAnswersOfOthers(personId: string): Promise<void> {
  const db = await offlineStore();
  for (const key of await db.getAllKeys("answers")) if (key[0] !== personId) await db.delete("answers", key);
}
