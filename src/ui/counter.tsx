"use client";

import { createContext, useContext } from "react";
import type { Trouble } from "#contract/trouble.ts";
import type { Right, Role } from "#core/people";

/** An action's answer: its data, or the trouble. */
export interface Reply<Data> {
  readonly data?: Data;
  readonly serverError?: Trouble;
  readonly validationErrors?: unknown;
}

export type Sent<Data> =
  | { readonly ok: true; readonly data: Data }
  | { readonly ok: false; readonly trouble: Trouble };

export interface Counter {
  readonly person: { readonly id: string; readonly name: string; readonly role: Role };
  readonly may: (right: Right) => boolean;
  /** The screen is locked: nobody is at the counter. */
  readonly locked: boolean;
  /** Asks who is at the counter. */
  readonly ask: () => void;
  /**
   * Waits for an action. What went wrong is said, unless it belongs to a field, whose form says it; when
   * nobody is signed in any more, they are asked to, and what is on the screen stays.
   */
  readonly send: <Data>(reply: Promise<Reply<Data> | undefined>) => Promise<Sent<Data>>;
}

export const CounterContext = createContext<Counter | undefined>(undefined);

/** Who is at the counter, and the way for what they do to the server. */
export function useCounter(): Counter {
  const counter = useContext(CounterContext);
  if (!counter) throw new Error("useCounter outside the frame");
  return counter;
}

/** Whether the screen was locked over an element: what is half typed in it stays, and is not taken as said. */
export function isLocked(element: Element): boolean {
  return element.closest("[inert]") !== null;
}

const AWAY: Trouble = {
  code: "gone",
  message: "Tumbek does not answer. Nothing you typed is lost: try again when it is back.",
};
const NOT_UNDERSTOOD: Trouble = {
  code: "failed",
  message: "That could not be saved: it was not understood. Reload the page.",
};

/** Whether nobody answered an action: it was neither done nor refused, as far as this device knows. */
export function isUnanswered(reply: Promise<unknown>): Promise<boolean> {
  return reply.then(
    () => false,
    () => true,
  );
}

/** An action's answer, whatever became of it. */
export async function settle<Data>(reply: Promise<Reply<Data> | undefined>): Promise<Sent<Data>> {
  try {
    const answer = await reply;
    if (answer?.serverError) return { ok: false, trouble: answer.serverError };
    if (!answer || answer.validationErrors) return { ok: false, trouble: NOT_UNDERSTOOD };
    return { ok: true, data: answer.data as Data };
  } catch {
    return { ok: false, trouble: AWAY };
  }
}
