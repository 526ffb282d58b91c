import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { forgetTape, keepTape, keptTape } from "./keptTape.ts";

const TAPE = {
  zeroG: 12.5,
  fromS: 1.2,
  massG: [0, 0.4, 3.1, 2.9],
  readings: [
    { atS: 1.2, massG: 0 },
    { atS: 2.3, massG: 3.1 },
  ],
};
const HOUR_MS = 3_600_000;

beforeEach(() => {
  const shelf = new Map<string, string>();
  // Its keys are its own properties, as a browser's are.
  const storage = new Proxy(
    {
      getItem: (key: string) => shelf.get(key) ?? null,
      setItem: (key: string, value: string) => void shelf.set(key, value),
      removeItem: (key: string) => void shelf.delete(key),
    },
    {
      ownKeys: () => [...shelf.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    },
  );
  vi.stubGlobal("localStorage", storage);
  vi.useFakeTimers({ now: 0 });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

test("a recording is the same after a reload, until its brew is over", () => {
  keepTape("one", TAPE);
  expect(keptTape("one")).toEqual(TAPE);
  expect(keptTape("two")).toBeUndefined();
  forgetTape("one");
  expect(keptTape("one")).toBeUndefined();
});

test("one that was left is forgotten with the next, and a concentrate's is not", () => {
  keepTape("left", TAPE);
  vi.setSystemTime(20 * HOUR_MS);
  keepTape("steeps", TAPE);
  vi.setSystemTime(37 * HOUR_MS);
  expect(keptTape("steeps")).toEqual(TAPE);
  expect(keptTape("left")).toBeUndefined();
});

test("a damaged or full shelf loses the recording, and nothing else", () => {
  localStorage.setItem("tumbek.tape.one", "{half");
  expect(keptTape("one")).toBeUndefined();
  vi.stubGlobal("localStorage", {
    setItem: () => {
      throw new Error("full");
    },
  });
  expect(() => keepTape("one", TAPE)).not.toThrow();
});
