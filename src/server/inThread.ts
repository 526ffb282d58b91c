import { Worker } from "node:worker_threads";
import type { CalcAnswer, Question, ThreadAnswer, ThreadMessage } from "#calc/messages.ts";
import type { TaskAnswer, TaskName, TaskRequest } from "#calc/tasks.ts";
import { keptInProcess } from "./process.ts";

/** Nobody waits for an answer any more, so that there is none. */
export class Dropped extends Error {}

/** More questions wait already than will be answered in good time. */
export class ThreadBusy extends Error {
  /** When to come back, s. */
  readonly retryAfterS = 5;
}

/** Answers a message of the open compute API beside the server's own thread. @throws `Dropped`, `ThreadBusy` */
export function answerInThread(calc: string, bytes: Uint8Array, signal: AbortSignal): Promise<CalcAnswer> {
  return ask({ calc, bytes }, signal) as Promise<CalcAnswer>;
}

/**
 * Computes something for the house itself beside the server's own thread. The request and the answer are plain values.
 *
 * @throws `Dropped`, `ThreadBusy`, or what the task threw
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
  /** Its asker has left, and the thread has not noticed yet. */
  isDropped: boolean;
}

/** A dropped question ends at its next turn; a thread that takes no turn for this long is ended, ms. */
const GRACE_MS = 5000;
/** A question that this many threads died over is answered as failed. */
const MOST_DEATHS = 2;
/** Questions that wait on one thread, at most. */
const MOST_WAITING = 60;

interface Lane {
  thread: Worker | undefined;
  readonly askers: Map<number, Asker>;
}

/**
 * The two computing threads of the process: fits, which take no turns, have one to themselves, so that nothing short waits for them.
 * Each is started with its first question, and anew after it died: what others waited for is asked again. Nothing is lost
 * with a thread but time: jobs are rows.
 */
const state = keptInProcess("computing threads", () => ({
  last: 0,
  lanes: {
    short: { thread: undefined, askers: new Map() } as Lane,
    long: { thread: undefined, askers: new Map() } as Lane,
  },
}));

function laneOf(question: Question): Lane {
  return "calc" in question && question.calc === "fit" ? state.lanes.long : state.lanes.short;
}

async function ask(question: Question, signal: AbortSignal | undefined): Promise<unknown> {
  if (signal?.aborted) throw new Dropped();
  const lane = laneOf(question);
  const waiting = [...lane.askers.values()].filter(({ isDropped }) => !isDropped);
  if (waiting.length >= MOST_WAITING) throw new ThreadBusy();
  const id = ++state.last;
  const answered = new Promise<unknown>((resolve, reject) => {
    lane.askers.set(id, { question, resolve, reject, deaths: 0, isDropped: false });
  });
  tell(lane, { ...question, id });
  const leave = () => drop(lane, id);
  signal?.addEventListener("abort", leave);
  try {
    return await answered;
  } finally {
    signal?.removeEventListener("abort", leave);
  }
}

function tell(lane: Lane, message: ThreadMessage): void {
  lane.thread ??= start(lane);
  lane.thread.postMessage(message);
}

/** Drops a question: its asker is told at once, the thread has a while to notice. */
function drop(lane: Lane, id: number): void {
  const { thread } = lane;
  const asker = lane.askers.get(id);
  if (!asker) return;
  asker.isDropped = true;
  asker.reject(new Dropped());
  tell(lane, { dropped: id });
  const grace = setTimeout(() => {
    if (lane.askers.delete(id)) void thread?.terminate();
  }, GRACE_MS);
  grace.unref();
}

function start(lane: Lane): Worker {
  const file = process.env.TUMBEK_CALC_THREAD;
  if (!file) throw new Error("TUMBEK_CALC_THREAD is not set: start Tumbek with ./tumbek start");
  const started = new Worker(file);
  started.on("message", (answer: ThreadAnswer) => {
    const asker = lane.askers.get(answer.id);
    lane.askers.delete(answer.id);
    if ("failed" in answer) asker?.reject(new Error(answer.failed));
    else asker?.resolve(answer.answer);
  });
  let died: Error | undefined;
  started.once("error", (error) => {
    died = error;
  });
  started.once("exit", () => {
    if (lane.thread === started) lane.thread = undefined;
    askAgain(lane, died);
  });
  // The thread alone does not keep its process running; said last, as a listener holds it again.
  started.unref();
  return started;
}

/**
 * Asks a new thread for all that the old one did not answer.
 *
 * @param died what the old thread died of; undefined where it was ended over something that was dropped
 */
function askAgain(lane: Lane, died: Error | undefined): void {
  for (const [id, asker] of lane.askers) {
    if (asker.isDropped) lane.askers.delete(id);
    else if (died && ++asker.deaths >= MOST_DEATHS) {
      lane.askers.delete(id);
      asker.reject(died);
    } else tell(lane, { ...asker.question, id });
  }
}
