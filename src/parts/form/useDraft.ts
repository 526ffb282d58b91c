import { useEffect, useRef, useState } from "react";
import { useCounter } from "#ui/counter.tsx";
import type { Texts } from "./schema.ts";

interface Drafted {
  readonly texts: Readonly<Record<string, string | undefined>>;
  readonly isDirty: boolean;
  readonly restore: (texts: Texts) => void;
}

const WRITES_AFTER_MS = 300;

/** Keeps a half-filled form on this device, for the person who typed it, until it is saved or given up: a reload loses nothing. */
export function useDraft(name: string | undefined, { texts, isDirty, restore }: Drafted) {
  const { person } = useCounter();
  const key = name && `tumbek.draft.${person.id}.${name}`;
  const [restored, setRestored] = useState(false);
  const looked = useRef(false);
  useEffect(() => {
    if (!key || looked.current) return;
    looked.current = true;
    const found = draftFrom(localStorage.getItem(key), Object.keys(texts));
    if (!found) return;
    restore(found);
    setRestored(true);
  });
  const text = JSON.stringify(texts);
  useEffect(() => {
    if (!key || !isDirty) return;
    const timer = setTimeout(() => localStorage.setItem(key, text), WRITES_AFTER_MS);
    return () => clearTimeout(timer);
  }, [key, isDirty, text]);
  return {
    restored,
    forget: () => {
      setRestored(false);
      if (key) localStorage.removeItem(key);
    },
  };
}

/** A kept draft of exactly these fields; undefined where something else stands, as of an older form. */
export function draftFrom(text: string | null, keys: readonly string[]): Texts | undefined {
  try {
    const found: unknown = JSON.parse(text ?? "null");
    const texts = Object(found) as Record<string, unknown>;
    const fits =
      Object.keys(texts).length === keys.length && keys.every((key) => typeof texts[key] === "string");
    return fits && keys.length > 0 ? (texts as Texts) : undefined;
  } catch {
    return undefined;
  }
}
