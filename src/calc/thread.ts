import { setImmediate } from "node:timers/promises";
import { parentPort } from "node:worker_threads";
import type { Turns } from "#core/turns";
import { answerInTurns } from "./answer.ts";
import type { ThreadAnswer, ThreadMessage } from "./messages.ts";
import { TASKS } from "./tasks.ts";

/*
 * The thread that computes beside the server's own. Everything takes turns, so that a short question is not kept waiting by a
 * long one; a question that nobody waits for any more ends at its next turn.
 */
const TURN_MS = 15;

const dropped = new Set<number>();

parentPort?.on("message", async (message: ThreadMessage) => {
  if ("dropped" in message) {
    dropped.add(message.dropped);
    return;
  }
  const answer = await answerTo(message).catch(
    (error: unknown): ThreadAnswer => ({ id: message.id, failed: String(error) }),
  );
  dropped.delete(message.id);
  parentPort?.postMessage(answer);
});

async function answerTo(
  message: Exclude<ThreadMessage, { readonly dropped: number }>,
): Promise<ThreadAnswer> {
  const { id } = message;
  let turnEnds = performance.now() + TURN_MS;
  const breathe = async () => {
    if (performance.now() < turnEnds) return;
    await setImmediate();
    if (dropped.has(id)) throw new Error("nobody waits for it");
    turnEnds = performance.now() + TURN_MS;
  };
  if ("task" in message) {
    const work = TASKS[message.task] as (request: unknown) => Turns<unknown>;
    return { id, answer: await inTurns(work(message.request), breathe) };
  }
  const { status, body } = await answerInTurns(message.calc, message.bytes, breathe);
  // As text: it is sent on as it is, and the server's own thread need not print it.
  return { id, answer: { status, body: JSON.stringify(body) } };
}

async function inTurns<T>(work: Turns<T>, breathe: () => Promise<void>): Promise<T> {
  for (;;) {
    const turn = work.next();
    if (turn.done) return turn.value;
    await breathe();
  }
}
