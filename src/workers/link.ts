import { type Remote, wrap } from "comlink";

/** A worker as its link sees it: a browser's, or a port in a test. */
export interface Linked {
  postMessage: Worker["postMessage"];
  addEventListener: Worker["addEventListener"];
  removeEventListener: Worker["removeEventListener"];
  terminate(): void;
}

/** A worker that answers nothing for so long, not even that it is at work, is dead. */
const SILENT_MS = 4000;
const LOOK_EVERY_MS = 250;

export class WorkerDied extends Error {}

interface Living<Api> {
  readonly worker: Linked;
  readonly remote: Remote<Api>;
}

/**
 * A link to a worker that is made when it is first needed, and once more when it dies under a question; the
 * question is then asked again. Dies it again, the question fails with `WorkerDied`, and the next one starts anew.
 *
 * @param make makes a worker
 * @param silentMs how long it may be silent
 */
export function linkTo<Api>(make: () => Linked, silentMs = SILENT_MS) {
  let living: Living<Api> | undefined;

  function alive(): Living<Api> {
    if (!living) {
      const worker = make();
      living = { worker, remote: wrap<Api>(worker as Worker) };
    }
    return living;
  }

  async function attempt<T>(question: Question<Api, T>): Promise<T> {
    const current = alive();
    let heardAt = performance.now();
    const heard = () => {
      heardAt = performance.now();
    };
    let stop = () => {};
    const died = new Promise<never>((_, reject) => {
      const fail = () => {
        if (living === current) living = undefined;
        current.worker.terminate();
        reject(new WorkerDied("the worker is gone"));
      };
      const timer = setInterval(() => performance.now() - heardAt > silentMs && fail(), LOOK_EVERY_MS);
      current.worker.addEventListener("error", fail);
      stop = () => {
        clearInterval(timer);
        current.worker.removeEventListener("error", fail);
      };
    });
    try {
      return await Promise.race([question(current.remote, heard), died]);
    } finally {
      stop();
    }
  }

  return {
    async ask<T>(question: Question<Api, T>): Promise<T> {
      try {
        return await attempt(question);
      } catch (error) {
        if (!(error instanceof WorkerDied)) throw error;
        return attempt(question);
      }
    },
    /** Tells it something that has no answer; nothing where there is no worker. */
    tell(say: (remote: Remote<Api>) => unknown): void {
      if (living) say(living.remote);
    },
    end(): void {
      living?.worker.terminate();
      living = undefined;
    },
  };
}

/** Asks the worker something; `heard` is called with every sign of life. */
export type Question<Api, T> = (remote: Remote<Api>, heard: () => void) => Promise<T>;
export type Link<Api> = ReturnType<typeof linkTo<Api>>;
