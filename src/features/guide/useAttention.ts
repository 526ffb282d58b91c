import { useEffect, useSyncExternalStore } from "react";

const BUZZ_MS = 200;
const TONE_HZ = 660;
const TONE_S = 0.18;

const listeners = new Set<() => void>();
function listen(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** A switch of one person on this device, and how to turn it. */
export function useOwnSwitch(name: string, personId: string): readonly [boolean, (isOn: boolean) => void] {
  const key = `tumbek.${name}.${personId}`;
  const isOn = useSyncExternalStore(
    listen,
    () => localStorage.getItem(key) === "on",
    () => false,
  );
  return [
    isOn,
    (next) => {
      if (next) localStorage.setItem(key, "on");
      else localStorage.removeItem(key);
      for (const listener of listeners) listener();
    },
  ];
}

/** Keeps the screen awake while a guide runs. */
export function useAwake(isRunning: boolean): void {
  useEffect(() => {
    if (!isRunning || !("wakeLock" in navigator)) return;
    let held: WakeLockSentinel | undefined;
    let isOn = true;
    const hold = async () => {
      // Refused where the battery is low: then it sleeps.
      const lock =
        document.visibilityState === "visible"
          ? await navigator.wakeLock.request("screen").catch(() => undefined)
          : undefined;
      if (isOn) held = lock;
      else void lock?.release();
    };
    void hold();
    const again = () => void hold();
    document.addEventListener("visibilitychange", again);
    return () => {
      isOn = false;
      document.removeEventListener("visibilitychange", again);
      void held?.release();
    };
  }, [isRunning]);
}

/** Says a step as it begins, where the person wants it: aloud, with a tone, and a phone buzzes. */
export function useSpoken(key: string | undefined, sentence: string, isOn: boolean): void {
  // biome-ignore lint/correctness/useExhaustiveDependencies: a step is said once, as it begins
  useEffect(() => {
    if (!isOn || key === undefined) return;
    navigator.vibrate?.(BUZZ_MS);
    tone();
    if ("speechSynthesis" in window) {
      window.speechSynthesis.cancel();
      window.speechSynthesis.speak(new SpeechSynthesisUtterance(sentence));
    }
  }, [key, isOn]);
}

function tone(): void {
  const context = new AudioContext();
  const oscillator = context.createOscillator();
  oscillator.frequency.value = TONE_HZ;
  oscillator.connect(context.destination);
  oscillator.start();
  oscillator.stop(context.currentTime + TONE_S);
  oscillator.onended = () => void context.close();
}
