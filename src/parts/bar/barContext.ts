import { createContext, useContext } from "react";
import type { SentEvent } from "#contract/bar.ts";
import type { BarView } from "#contract/potView.ts";
import type { Outbox } from "#ui/useOutbox.ts";

type Without<Event, Names extends PropertyKey> = Event extends unknown ? Omit<Event, Names> : never;
/** What happened, before it is an event with an id and a time. */
export type Happening = Without<SentEvent, "id" | "at">;

export interface BarAtHand {
  readonly view: BarView;
  /** The house's clock, ms; it goes on by itself. */
  readonly nowMs: number;
  /** What this device has still to send; undefined until it is looked up. */
  readonly outbox: Outbox | undefined;
  /** Tells what happened: drawn at once, and kept by the house soon; answers with the ids under which it can be undone. */
  readonly tell: (happenings: readonly Happening[]) => readonly string[];
}

export const BarContext = createContext<BarAtHand | undefined>(undefined);

/** When the house was heard of last, by this device's clock, ms; undefined before it was. Apart from the bar: it changes every few seconds. */
export const HeardContext = createContext<number | undefined>(undefined);

/** The site's bar; undefined where the house has no site. */
export function useBar(): BarAtHand | undefined {
  return useContext(BarContext);
}
