import { expect, test } from "vitest";
import { counterAfter, isShut, type OfflineCounter } from "./counter.ts";

const MIN = 60_000;
const here = { kind: "here", personId: "ines", lockAfterMin: 5, siteId: "pier" } as const;
const at = (min: number, ...messages: readonly Parameters<typeof counterAfter>[1][]) =>
  messages.reduce<OfflineCounter | undefined>(
    (counter, message) => counterAfter(counter, message, min * MIN),
    undefined,
  );

test("what is kept is shut while nobody was here, and after too long without a touch", () => {
  expect(isShut(undefined, 0)).toBe(true);
  expect(isShut(at(0, here), 5 * MIN)).toBe(false);
  expect(isShut(at(0, here), 5 * MIN + 1)).toBe(true);
  const touched = counterAfter(at(0, here), { kind: "touched" }, 4 * MIN);
  expect(isShut(touched, 9 * MIN)).toBe(false);
});

test("a lock stays until somebody signs in: neither a touch nor a clock that is set back opens it", () => {
  const locked = at(0, here, { kind: "locked" }, { kind: "touched" });
  expect(isShut(locked, 0)).toBe(true);
  expect(isShut(counterAfter(locked, here, MIN), MIN)).toBe(false);
  expect(isShut(at(60, here), 0)).toBe(true);
  expect(at(0, { kind: "touched" }, { kind: "locked" })).toBeUndefined();
});

test("a lock that the house did not hear is still to be ended there, until somebody signs in", () => {
  const unended = at(0, here, { kind: "unended" }, { kind: "locked" });
  expect(unended).toMatchObject({ isLocked: true, isUnended: true });
  expect(counterAfter(unended, here, MIN)).toMatchObject({ isLocked: false, isUnended: false });
  expect(at(0, here, { kind: "locked" })).toMatchObject({ isUnended: false });
});
