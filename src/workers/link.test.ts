import { MessageChannel } from "node:worker_threads";
import { expose } from "comlink";
import { afterEach, expect, test } from "vitest";
import { type Linked, linkTo, WorkerDied } from "./link.ts";

const SILENT_MS = 300;
/** Longer than any machine is busy. */
const PATIENT_MS = 60_000;
const open: (() => void)[] = [];
afterEach(() => {
  for (const close of open.splice(0)) close();
});

interface Adder {
  add(a: number, b: number): number;
}

/** A worker in this thread: a port that answers, or never does. */
function workerThat(answers: boolean): Linked & { readonly ended: () => boolean; readonly fail: () => void } {
  const { port1, port2 } = new MessageChannel();
  let ended = false;
  const errors = new Set<EventListener>();
  if (answers) expose({ add: (a: number, b: number) => a + b }, port2 as never);
  port1.start();
  open.push(() => port1.close());
  return {
    postMessage: port1.postMessage.bind(port1) as Linked["postMessage"],
    addEventListener: ((name: string, listener: EventListener) =>
      name === "error" ? errors.add(listener) : port1.addEventListener(name, listener as never)) as never,
    removeEventListener: ((name: string, listener: EventListener) =>
      name === "error"
        ? errors.delete(listener)
        : port1.removeEventListener(name, listener as never)) as never,
    terminate: () => {
      ended = true;
    },
    ended: () => ended,
    fail: () => {
      for (const listener of errors) listener(new Event("error"));
    },
  };
}
const sum = (a: number, b: number) => (remote: { add: (a: number, b: number) => Promise<number> }) =>
  remote.add(a, b);

test("the worker is made with the first question and kept for the next", async () => {
  let made = 0;
  const link = linkTo<Adder>(() => {
    made++;
    return workerThat(true);
  }, SILENT_MS);
  expect(made).toBe(0);
  expect(await link.ask(sum(1, 2))).toBe(3);
  expect(await link.ask(sum(3, 4))).toBe(7);
  expect(made).toBe(1);
});

test("a silent worker is ended, and its question asked once more of a new one", async () => {
  const workers = [workerThat(false), workerThat(true)];
  const link = linkTo<Adder>(() => workers[made++]!, SILENT_MS);
  let made = 0;
  expect(await link.ask(sum(1, 2))).toBe(3);
  expect([made, workers[0]!.ended(), workers[1]!.ended()]).toEqual([2, true, false]);
});

test("one that says it fell is not waited for; one that dies twice is given up, and tried again when asked again", async () => {
  const workers = [workerThat(false), workerThat(false), workerThat(true)];
  let made = 0;
  const link = linkTo<Adder>(() => workers[made++]!, 60_000);
  const asked = link.ask(sum(1, 2));
  workers[0]!.fail();
  // The second is made a moment later.
  while (made < 2) await new Promise((resolve) => setTimeout(resolve));
  workers[1]!.fail();
  await expect(asked).rejects.toBeInstanceOf(WorkerDied);
  expect(await link.ask(sum(2, 2))).toBe(4);
});

test("a question that is refused is refused, and the worker lives on", async () => {
  let made = 0;
  const link = linkTo<Adder>(() => {
    made++;
    return workerThat(true);
  }, PATIENT_MS);
  await expect(link.ask(() => Promise.reject(new Error("no")))).rejects.toThrow("no");
  expect(await link.ask(sum(1, 1))).toBe(2);
  expect(made).toBe(1);
});
