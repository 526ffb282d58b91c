"use client";

import { CloudUpload, Radio, WifiOff } from "lucide-react";
import { useContext, useEffect, useRef, useState } from "react";
import { HeardContext, useBar } from "#parts/bar/barContext.ts";
import { LIVE, lineWords } from "#words/bar";

const LOOKS_EVERY_MS = 1000;

/** Whether what stands here is as of now: live, so old, or without a network; and what this device has still to send. */
export default function LiveMark() {
  const bar = useBar();
  const heardMs = useContext(HeardContext);
  const heard = useRef(heardMs);
  heard.current = heardMs;
  // Looked at every second, and drawn anew only where its words are others.
  const [words, setWords] = useState<string>();
  useEffect(() => {
    const look = () => {
      if (heard.current === undefined) return;
      setWords(lineWords({ isOnline: navigator.onLine, oldMs: Date.now() - heard.current }));
    };
    look();
    const watch = setInterval(look, LOOKS_EVERY_MS);
    addEventListener("online", look);
    addEventListener("offline", look);
    return () => {
      clearInterval(watch);
      removeEventListener("online", look);
      removeEventListener("offline", look);
    };
  }, []);
  if (!bar || words === undefined) return null;
  const toSend = bar.outbox?.mine.filter(({ refused }) => refused === undefined).length ?? 0;
  const isLive = words === LIVE;
  const Icon = isLive ? Radio : WifiOff;
  return (
    <p
      data-testid="line to the house"
      className={`flex items-center gap-1.5 whitespace-nowrap text-sm ${isLive ? "text-good max-sm:hidden" : "font-semibold text-stop"}`}
    >
      <Icon size={18} aria-hidden />
      {words}
      {toSend > 0 && (
        <span className="flex items-center gap-1 text-due">
          <CloudUpload size={18} aria-hidden /> {toSend} to send
        </span>
      )}
    </p>
  );
}
