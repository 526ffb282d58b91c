import { setImmediate } from "node:timers/promises";
import { parentPort } from "node:worker_threads";
import { answerInTurns } from "./answer.ts";
import type { Asking, Telling } from "./inThread.ts";

/*
 * The thread that computes for HTTP. Messages with many items take turns, so that a short one is not kept
 * waiting by a long one.
 */
const TURN_MS = 15;

const gone = new Set<number>();

parentPort?.on("message", async (asking: Asking) => {
  if ("gone" in asking) {
    gone.add(asking.gone);
    return;
  }
  const { id, name, bytes } = asking;
  let turnEnds = performance.now() + TURN_MS;
  const breathe = async () => {
    if (performance.now() < turnEnds) return;
    await setImmediate();
    if (gone.has(id)) throw new Error("nobody waits");
    turnEnds = performance.now() + TURN_MS;
  };
  const answer = await answerInTurns(name, bytes, breathe).catch(() => undefined);
  gone.delete(id);
  // As text: it is sent on as it is, and the server's own thread need not print it.
  const telling: Telling = { id, status: answer?.status ?? 0, body: JSON.stringify(answer?.body) ?? "" };
  parentPort?.postMessage(telling);
});
