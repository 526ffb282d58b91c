import { useSyncExternalStore } from "react";
import type { Foretold } from "#scaling/card.ts";
import type { ScaleState } from "#scaling/state.ts";

/** What the forecast says of the sheet at its setting, for the ribbon and the card. */
export interface Told extends Foretold {
  /** Eight in ten lie within; undefined until they are sampled. */
  readonly ranges:
    | { readonly [name in "brewTimeS" | "strengthPct" | "extractionPct"]: readonly [number, number] }
    | undefined;
  /** The sheet that it is of; undefined while it is of an older one than what stands below the ribbon. */
  readonly of: ScaleState | undefined;
}

/** Where the forecast leaves what it says: whoever reads it is drawn anew, and nobody else. */
export interface ToldBoard {
  readonly read: () => Told | undefined;
  readonly write: (told: Told | undefined) => void;
  readonly subscribe: (onChange: () => void) => () => void;
}

export function toldBoard(): ToldBoard {
  let now: Told | undefined;
  const readers = new Set<() => void>();
  return {
    read: () => now,
    write: (told) => {
      now = told;
      for (const reader of readers) reader();
    },
    subscribe: (reader) => {
      readers.add(reader);
      return () => readers.delete(reader);
    },
  };
}

/** What the board says, kept up. */
export function useTold({ subscribe, read }: ToldBoard): Told | undefined {
  return useSyncExternalStore(subscribe, read, () => undefined);
}
