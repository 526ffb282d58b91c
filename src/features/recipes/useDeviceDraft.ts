import { useEffect, useRef, useState } from "react";
import { useCounter } from "#ui/counter.tsx";
import type { Draft } from "./draft.ts";

interface Written {
  readonly draft: Draft;
  readonly isUnsaved: boolean;
  readonly onFound: (draft: Draft) => void;
}

const WRITES_AFTER_MS = 300;

/** Keeps a recipe that is being written on this device, by person, page and revision, until it is kept or given up. */
export function useDeviceDraft(revision: number, { draft, isUnsaved, onFound }: Written) {
  const { person } = useCounter();
  const [isRestored, setRestored] = useState(false);
  const hasLooked = useRef(false);
  const keyOf = () =>
    `tumbek.draft.${person.id}.${window.location.pathname}${window.location.search}.${revision}`;
  useEffect(() => {
    if (hasLooked.current) return;
    hasLooked.current = true;
    const found = deviceDraft(localStorage.getItem(keyOf()), draft);
    if (!found) return;
    onFound(found);
    setRestored(true);
  });
  const text = JSON.stringify(draft);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key follows the page, which is left with the editor
  useEffect(() => {
    if (!isUnsaved) return;
    const timer = setTimeout(() => localStorage.setItem(keyOf(), text), WRITES_AFTER_MS);
    return () => clearTimeout(timer);
  }, [isUnsaved, text]);
  return {
    isRestored,
    forget: () => {
      setRestored(false);
      localStorage.removeItem(keyOf());
    },
  };
}

/** A stored draft with the fields of another one; undefined where something else stands, as of an older version. */
export function deviceDraft(text: string | null, like: Draft): Draft | undefined {
  const fieldsOf = (thing: unknown) => Object.keys(Object(thing)).toSorted().join(" ");
  try {
    const found = JSON.parse(text ?? "null") as Draft | null;
    const fits = fieldsOf(found) === fieldsOf(like) && fieldsOf(found?.recipe) === fieldsOf(like.recipe);
    return fits ? found! : undefined;
  } catch {
    return undefined;
  }
}
