import { useSyncExternalStore } from "react";

const KEY = "tumbek.simulatedInstruments";
const listeners = new Set<() => void>();

function listen(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Whether simulated instruments stand beside the bench on this device, and how to change it. */
export function useSimulated(): readonly [boolean, (isOn: boolean) => void] {
  const isOn = useSyncExternalStore(
    listen,
    () => localStorage.getItem(KEY) === "on",
    () => false,
  );
  const set = (next: boolean) => {
    if (next) localStorage.setItem(KEY, "on");
    else localStorage.removeItem(KEY);
    for (const listener of listeners) listener();
  };
  return [isOn, set];
}
