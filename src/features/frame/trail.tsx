"use client";

import { usePathname } from "next/navigation";
import { useEffect } from "react";
import { useCounter } from "#ui/counter.tsx";
import { countScreen, rememberOpened } from "#ui/trail.ts";

/** One recipe, card or batch; lists and forms are found by their names anyway. */
const ONE_THING = /^\/(recipes|cards|log)\/[0-9a-f-]{36}$/;

/** Remembers which screens were seen, and what was opened on them. */
export function Trail() {
  const path = usePathname();
  const { person } = useCounter();
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new screen counts
  useEffect(countScreen, [path]);
  useEffect(() => {
    if (!ONE_THING.test(path)) return;
    // The screen's own heading names the thing; it stands before this runs.
    const text = document.querySelector("main h1")?.textContent?.trim();
    if (text) rememberOpened(person.id, { href: path, text });
  }, [path, person.id]);
  return null;
}
