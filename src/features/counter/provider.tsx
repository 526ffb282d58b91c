"use client";

import dynamic from "next/dynamic";
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { may, type Role } from "#core/people";
import type { ToWorker } from "#offline/counter.ts";
import { type Counter, CounterContext, type Reply, settle } from "#ui/counter.tsx";
import { toast } from "#ui/notice.ts";

const load = () => import("./whoDialog.tsx");
/** Not part of the first load: fetched once the page stands, so that it is there when it is needed. */
const WhoDialog = dynamic(load, { ssr: false });

interface CounterProviderProps {
  readonly person: { readonly id: string; readonly name: string; readonly role: Role };
  /** Without a touch for so long, the screen is locked. */
  readonly lockAfterMin: number;
  readonly children: ReactNode;
}

const LOOK_EVERY_MS = 5000;
const TOUCH_EVERY_MS = 1000;
/** The server hears this often that somebody is at the counter. */
const TELL_EVERY_MS = 60_000;
const TOUCHED = "tumbek.touched";
const SESSION = "/api/session";

/**
 * Who is at the counter: switching to another person keeps what is on the screen, and so does the lock that
 * comes when nobody touches it for a while, or when the sign-in was ended elsewhere.
 */
export function CounterProvider({ person, lockAfterMin, children }: CounterProviderProps) {
  const [asking, setAsking] = useState<"no" | "switch" | "locked">("no");
  const lock = useCallback(() => {
    setAsking("locked");
    // Whether or not the house hears it: without a sign of life, the sign-in ends there too.
    void fetch(SESSION, { method: "DELETE" }).catch(() => {
      navigator.serviceWorker?.controller?.postMessage({ kind: "unended" } satisfies ToWorker);
    });
  }, []);
  const inUse = asking !== "locked";
  useEffect(() => void load(), []);
  useTouches({ lockAfterMin, inUse, onIdle: lock, onEnded: () => setAsking("locked") });

  const send = useCallback(async <Data,>(reply: Promise<Reply<Data> | undefined>) => {
    const sent = await settle(reply);
    if (sent.ok || sent.trouble.field !== undefined) return sent;
    const { code, message } = sent.trouble;
    if (code === "signIn") setAsking("locked");
    toast.error(message);
    return sent;
  }, []);
  const counter = useMemo<Counter>(
    () => ({
      person,
      may: (right) => may(person.role, right),
      locked: !inUse,
      ask: () => setAsking("switch"),
      send,
    }),
    [person, inUse, send],
  );
  return (
    <CounterContext value={counter}>
      <div inert={!inUse} className={inUse ? "contents" : "invisible contents"}>
        {children}
      </div>
      {asking !== "no" && (
        <WhoDialog
          person={person}
          locked={asking === "locked"}
          onDone={() => setAsking("no")}
          onLock={lock}
        />
      )}
    </CounterContext>
  );
}

interface Touches {
  readonly lockAfterMin: number;
  readonly inUse: boolean;
  readonly onIdle: () => void;
  readonly onEnded: () => void;
}

/** Watches whether somebody touches the screen, in any of the browser's windows, and tells the house. */
function useTouches({ lockAfterMin, inUse, onIdle, onEnded }: Touches): void {
  const listeners = useRef({ onIdle, onEnded });
  listeners.current = { onIdle, onEnded };
  useEffect(() => {
    if (!inUse) return;
    let touchedAt = 0;
    // Keys that repeat are one touch.
    const touch = () => {
      const now = Date.now();
      if (Math.abs(now - touchedAt) < TOUCH_EVERY_MS) return;
      touchedAt = now;
      localStorage.setItem(TOUCHED, String(now));
    };
    touch();
    let toldAt = Date.now();
    const look = () => {
      const now = Date.now();
      const touched = Number(localStorage.getItem(TOUCHED));
      if (now - touched > lockAfterMin * 60_000) return listeners.current.onIdle();
      if (now - toldAt < TELL_EVERY_MS || touched < toldAt) return;
      toldAt = now;
      fetch(SESSION)
        .then((reply) => reply.json())
        .then(({ person }) => person === null && listeners.current.onEnded())
        // The house is away for a moment: whatever is done next says so.
        .catch(() => undefined);
    };
    const watch = setInterval(look, LOOK_EVERY_MS);
    for (const kind of ["pointerdown", "keydown"]) addEventListener(kind, touch);
    return () => {
      clearInterval(watch);
      for (const kind of ["pointerdown", "keydown"]) removeEventListener(kind, touch);
    };
  }, [inUse, lockAfterMin]);
}
