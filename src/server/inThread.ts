import { Worker } from "node:worker_threads";
import type { CalcAnswer, Question, ThreadAnswer, ThreadMessage } from "#calc/messages.ts";
import type { TaskAnswer, TaskName, TaskRequest } from "#calc/tasks.ts";
import { keptInProcess } from "./process.ts";

/** Nobody waits for an answer any more, so that there is none. */
export class Dropped extends Error {}

/** Answers a message of the open compute API beside the server's own thread. @throws `Dropped` */
export function answerInThread(calc: string, bytes: Uint8Array, signal: AbortSignal): Promise<CalcAnswer> {
  return ask({ calc, bytes }, signal) as Promise<CalcAnswer>;
}

/**
 * Computes something for the house itself beside the server's own thread. The request and the answer are plain values.
 *
 * @throws `Dropped`, or what the task threw
 */
export function computeInThread<Name extends TaskName>(
  task: Name,
  request: TaskRequest<Name>,
  signal?: AbortSignal,
): Promise<TaskAnswer<Name>> {
  return ask({ task, request }, signal) as Promise<TaskAnswer<Name>>;
}

interface Asker {
  readonly question: Question;
  readonly resolve: (answer: unknown) => void;
  readonly reject: (error: Error) => void;
  /** Threads that died while they computed this question. */
  deaths: number;
}

/** A dropped question ends at its next turn; a thread that takes no turn for this long is ended, ms. */
const GRACE_MS = 5000;
/** A question that this many threads died over is answered as failed. */
const MOST_DEATHS = 2;

/**
 * The one computing thread of the process. It is started with the first question, and anew after it died: what others
 * waited for is asked again. Nothing is lost with it but time: jobs are rows.
 */
const state = keptInProcess("computing thread", () => ({
  thread: undefined as Worker | undefined,
  last: 0,
  askers: new Map<number, Asker>(),
}));

async function ask(question: Question, signal: AbortSignal | undefined): Promise<unknown> {
  if (signal?.aborted) throw new Dropped();
  const id = ++state.last;
  const answered = new Promise<unknown>((resolve, reject) => {
    state.askers.set(id, { question, resolve, reject, deaths: 0 });
  });
  tell({ ...question, id });
  const leave = () => drop(id);
  signal?.addEventListener("abort", leave);
  try {
    return await answered;
  } finally {
    signal?.removeEventListener("abort", leave);
  }
}

function tell(message: ThreadMessage): void {
  state.thread ??= start();
  state.thread.postMessage(message);
}

/** Drops a question: its asker is told at once, the thread has a while to notice. */
function drop(id: number): void {
  const { thread } = state;
  state.askers.get(id)?.reject(new Dropped());
  tell({ dropped: id });
  const grace = setTimeout(() => {
    if (state.askers.delete(id)) void thread?.terminate();
  }, GRACE_MS);
  grace.unref();
}

function start(): Worker {
  const file = process.env.TUMBEK_CALC_THREAD;
  if (!file) throw new Error("TUMBEK_CALC_THREAD is not set: start Tumbek with ./tumbek start");
  const started = new Worker(file);
  // The thread alone does not keep the server running.
  started.unref();
  started.on("message", (answer: ThreadAnswer) => {
    const asker = state.askers.get(answer.id);
    state.askers.delete(answer.id);
    if ("failed" in answer) asker?.reject(new Error(answer.failed));
    else asker?.resolve(answer.answer);
  });
  let died: Error | undefined;
  started.once("error", (error) => {
    died = error;
  });
  started.once("exit", () => {
    if (state.thread === started) state.thread = undefined;
    askAgain(died);
  });
  return started;
}

/**
 * Asks a new thread for all that the old one did not answer.
 *
 * @param died what the old thread died of; undefined where it was ended over something that was dropped
 */
function askAgain(died: Error | undefined): void {
  for (const [id, asker] of state.askers) {
    if (died && ++asker.deaths >= MOST_DEATHS) {
      state.askers.delete(id);
      asker.reject(died);
    } else tell({ ...asker.question, id });
  }
}
