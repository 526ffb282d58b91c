import { offlineStore } from "./store.ts";

/** Keeps an answer of the house for a page that is opened without it; a full disk keeps none. */
export async function keepAnswer(name: string, answer: object): Promise<void> {
  await offlineStore()
    .then((db) => db.put("answers", answer, name))
    .catch(() => undefined);
}

/** The house's last answer of that name; undefined where none is kept. */
export async function keptAnswer<Answer>(name: string): Promise<Answer | undefined> {
  const db = await offlineStore().catch(() => undefined);
  return (await db?.get("answers", name)) as Answer | undefined;
}
