import { useEffect, useRef, useState } from "react";
import { useCounter } from "#ui/counter.tsx";
import type { Texts } from "./schema.ts";

interface Drafted {
  readonly text: string;
  readonly isUnsaved: boolean;
  /** Puts back what was found; false where it is of another shape, as of an older version. */
  readonly restore: (text: string) => boolean;
}

/**
 * Keeps what is half written on this device until it is saved or given up: a reload loses nothing. It is kept at once
 * and not a moment later, since the page may be left by then.
 *
 * @param name of what is written, by page and revision; undefined where nothing is kept
 */
export function useDraft(name: string | undefined, { text, isUnsaved, restore }: Drafted) {
  const { person } = useCounter();
  const key = name && `tumbek.draft.${person.id}.${name}`;
  const [isRestored, setRestored] = useState(false);
  const hasLooked = useRef(false);
  useEffect(() => {
    if (!key || hasLooked.current) return;
    hasLooked.current = true;
    const found = localStorage.getItem(key);
    if (found !== null && restore(found)) setRestored(true);
  });
  useEffect(() => {
    if (key && isUnsaved) keepText(key, text);
  }, [key, isUnsaved, text]);
  return {
    isRestored,
    forget: () => {
      setRestored(false);
      if (key) localStorage.removeItem(key);
    },
  };
}

/** Keeps a text on this device; on a full one it stands in its form alone, whose leaving is asked about. */
function keepText(key: string, text: string): void {
  try {
    localStorage.setItem(key, text);
  } catch (error) {
    if (!(error instanceof DOMException)) throw error;
  }
}

/** A kept draft of exactly these fields; undefined where something else stands, as of an older form. */
export function draftFrom(text: string, keys: readonly string[]): Texts | undefined {
  try {
    const found: unknown = JSON.parse(text);
    const texts = Object(found) as Record<string, unknown>;
    const fits =
      Object.keys(texts).length === keys.length && keys.every((key) => typeof texts[key] === "string");
    return fits && keys.length > 0 ? (texts as Texts) : undefined;
  } catch {
    return undefined;
  }
}
