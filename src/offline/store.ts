import { type DBSchema, type IDBPDatabase, openDB } from "idb";

interface Shelves extends DBSchema {
  /** What the device's worker knows. */
  worker: { key: string; value: unknown };
  /** The house's last answers, for pages that are opened without it: each for one person, under a name. */
  answers: { key: [personId: string, name: string]; value: unknown };
}

const NAME = "tumbek.offline";
let opening: Promise<IDBPDatabase<Shelves>> | undefined;

/** What a device keeps beside its pages and what it has to send; the worker and the pages read the same. */
export function offlineStore(): Promise<IDBPDatabase<Shelves>> {
  opening ??= openDB<Shelves>(NAME, 1, {
    upgrade: (db) => {
      db.createObjectStore("worker");
      db.createObjectStore("answers");
    },
  });
  return opening;
}
