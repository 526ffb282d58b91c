import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useCounter } from "./counter.tsx";
import {
  deliver,
  discard,
  type KeptLetter,
  type OutboxNews,
  post as postLetter,
  sendLetter,
  waiting,
  watchOutbox,
} from "./outbox.ts";

/** Letters that wait are tried again so often, ms. */
const AGAIN_MS = 4000;
const LOCK = "tumbek.outbox";

export interface Outbox {
  /** Letters of this person that the house has not taken yet. */
  readonly mine: readonly KeptLetter[];
  /** Done when it is kept on this device. */
  readonly put: (url: string, body: object) => Promise<void>;
  readonly discard: (n: number) => void;
}

/**
 * Keeps a letter on this device; whichever part of a page has the outbox sends it, also one that is loaded later.
 *
 * @returns whether it is kept: where it is not, that is said
 */
export function usePost(): (url: string, body: object) => Promise<boolean> {
  const { person, send: say } = useCounter();
  return useCallback(
    async (url, body) => {
      try {
        await postLetter({ url, body, personId: person.id });
        return true;
      } catch {
        void say(NOT_KEPT);
        return false;
      }
    },
    [person.id, say],
  );
}

/**
 * What this device has to send: kept first, sent in its order as soon as the house answers, once.
 *
 * @param onNews what became of a letter, whichever window of this device sent it
 */
export function useOutbox(onNews?: (news: OutboxNews) => void): Outbox {
  const { person, locked, send: say } = useCounter();
  const [mine, setMine] = useState<readonly KeptLetter[]>([]);
  const heard = useRef(onNews);
  heard.current = onNews;
  const look = useCallback(async () => {
    setMine((await waiting()).filter(({ personId }) => personId === person.id));
  }, [person.id]);
  const send = useCallback(() => {
    if (locked) return;
    // Two pages of one device send one after the other.
    void navigator.locks.request(LOCK, { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      if ((await deliver(person.id, sendLetter)) === "signedOut") await say(SIGNED_OUT);
    });
  }, [person.id, locked, say]);
  useEffect(() => {
    void look();
    return watchOutbox((news) => {
      heard.current?.(news);
      void look();
    });
  }, [look]);
  const open = mine.some(({ refused }) => refused === undefined);
  useEffect(() => {
    send();
    window.addEventListener("online", send);
    const again = open ? setInterval(send, AGAIN_MS) : undefined;
    return () => {
      window.removeEventListener("online", send);
      clearInterval(again);
    };
  }, [send, open]);
  const post = usePost();
  const put = useCallback(
    async (url: string, body: object) => {
      if (await post(url, body)) send();
    },
    [post, send],
  );
  return useMemo(() => ({ mine, put, discard }), [mine, put]);
}

/** Its storage is full, or shut off. */
const NOT_KEPT = Promise.resolve({
  serverError: {
    code: "failed",
    message: "This device cannot keep what you did, and it was not sent: make room on it, then do it again.",
  } as const,
});

/** As the house says it: whoever is at the counter is asked to sign in again, and what waits stays. */
const SIGNED_OUT = Promise.resolve({
  serverError: { code: "signIn", message: "Sign in again: what you did is kept here until then." } as const,
});
