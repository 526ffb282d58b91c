"use client";

import { useEffect } from "react";
import type { ToWorker } from "#offline/counter.ts";
import { useCounter } from "#ui/counter.tsx";

const WORKER = "/_next/static/offline.js";
/** The worker hears this often that somebody is at the counter, ms. */
const TELL_EVERY_MS = 15_000;

interface OfflineProps {
  readonly siteId: string | undefined;
  /** Without a touch for so long, the screen is locked. */
  readonly lockAfterMin: number;
}

/** Sees to it that this device opens the house without a network, and that its worker knows who is here and when it is locked. */
export default function Offline({ siteId, lockAfterMin }: OfflineProps) {
  const { person, locked } = useCounter();
  useEffect(() => {
    // A house that is open to the network without a certificate: browsers give its pages no worker.
    const { serviceWorker } = navigator;
    if (!serviceWorker) return;
    if (locked) {
      tell({ kind: "locked" });
      return;
    }
    const here = () => tell({ kind: "here", personId: person.id, lockAfterMin, siteId });
    void serviceWorker.register(WORKER, { scope: "/" }).catch(() => undefined);
    here();
    serviceWorker.addEventListener("controllerchange", here);
    let toldAt = Date.now();
    const touch = () => {
      const now = Date.now();
      if (now - toldAt < TELL_EVERY_MS) return;
      toldAt = now;
      tell({ kind: "touched" });
    };
    for (const kind of ["pointerdown", "keydown"]) addEventListener(kind, touch);
    return () => {
      serviceWorker.removeEventListener("controllerchange", here);
      for (const kind of ["pointerdown", "keydown"]) removeEventListener(kind, touch);
    };
  }, [person.id, locked, lockAfterMin, siteId]);
  return null;
}

function tell(message: ToWorker): void {
  navigator.serviceWorker.controller?.postMessage(message);
}
