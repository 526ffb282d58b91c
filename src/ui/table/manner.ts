import { useSyncExternalStore } from "react";

/** How somebody wants a table: kept on the device that it is read on. */
export interface Manner {
  readonly dense: boolean;
  /** Columns whose usual showing or hiding was turned round. */
  readonly turned: readonly string[];
}

const USUAL: Manner = { dense: false, turned: [] };
const listeners = new Set<() => void>();
const keyOf = (table: string) => `tumbek.table.${table}`;

/** The last text that was read, with its value: a store must answer with the same object while nothing changed. */
const memory = new Map<string, { readonly text: string | null; readonly manner: Manner }>();

function read(table: string): Manner {
  const text = localStorage.getItem(keyOf(table));
  const known = memory.get(table);
  if (known && known.text === text) return known.manner;
  const manner = mannerFrom(text);
  memory.set(table, { text, manner });
  return manner;
}

/** A kept manner; the usual one when nothing, or something else, stands there. */
export function mannerFrom(text: string | null): Manner {
  try {
    const { dense, turned } = JSON.parse(text ?? "{}");
    return {
      dense: dense === true,
      turned: Array.isArray(turned) ? turned.filter((id) => typeof id === "string") : [],
    };
  } catch {
    return USUAL;
  }
}

/** A table's manner on this device, and how to change it. */
export function useManner(table: string): readonly [Manner, (manner: Manner) => void] {
  const manner = useSyncExternalStore(
    (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    () => read(table),
    () => USUAL,
  );
  const set = (next: Manner) => {
    localStorage.setItem(keyOf(table), JSON.stringify(next));
    for (const listen of listeners) listen();
  };
  return [manner, set];
}
