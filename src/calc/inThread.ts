import { Worker } from "node:worker_threads";

/** What the computing thread is told: a message to answer, or that nobody waits for one any more. */
export type Asking =
  | { readonly id: number; readonly name: string; readonly bytes: Uint8Array }
  | { readonly gone: number };

/** What it answers. */
export interface Telling {
  readonly id: number;
  readonly status: number;
  /** JSON. */
  readonly body: string;
}

interface Waiting {
  readonly resolve: (telling: Telling) => void;
  readonly reject: (error: Error) => void;
}

let thread: Worker | undefined;
let last = 0;
const waiting = new Map<number, Waiting>();

/**
 * The same as `answer`, in a thread of its own, so that a page is not kept waiting by a spreadsheet. A thread that
 * died is started anew with the next message; who waited for it is told.
 *
 * @param signal of the request: who has gone is not computed for
 * @returns the status, and the body as JSON
 */
export function answerInThread(
  name: string,
  bytes: Uint8Array,
  signal: AbortSignal,
): Promise<Pick<Telling, "status" | "body">> {
  thread ??= start();
  const to = thread;
  const id = ++last;
  const leave = () => to.postMessage({ gone: id } satisfies Asking);
  return new Promise<Telling>((resolve, reject) => {
    waiting.set(id, { resolve, reject });
    signal.addEventListener("abort", leave);
    to.postMessage({ id, name, bytes } satisfies Asking);
  }).finally(() => signal.removeEventListener("abort", leave));
}

function start(): Worker {
  const file = process.env.TUMBEK_CALC_THREAD;
  if (!file) throw new Error("TUMBEK_CALC_THREAD is not set: start Tumbek with ./tumbek start");
  const started = new Worker(file);
  // The thread alone does not keep the server running.
  started.unref();
  started.on("message", (telling: Telling) => {
    waiting.get(telling.id)?.resolve(telling);
    waiting.delete(telling.id);
  });
  const fell = (error: Error) => {
    if (thread === started) thread = undefined;
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
  };
  started.once("error", fell);
  started.once("exit", (code) => fell(new Error(`the computing thread ended with ${code}`)));
  return started;
}
