import type { TaskName } from "./tasks.ts";

/** A question to be computed. */
export type Question =
  /** A message of the open compute API, as it came. */
  | { readonly calc: string; readonly bytes: Uint8Array }
  /** Something that the house itself has computed. */
  | { readonly task: TaskName; readonly request: unknown };

/** A message to the computing thread: a question, or that nobody waits for one any more. */
export type ThreadMessage = (Question & { readonly id: number }) | { readonly dropped: number };

export type ThreadAnswer = { readonly id: number } & (
  | { readonly answer: unknown }
  | { readonly failed: string }
);

/** The answer to a message of the open compute API: its status, and its body as JSON. */
export interface CalcAnswer {
  readonly status: number;
  readonly body: string;
}
