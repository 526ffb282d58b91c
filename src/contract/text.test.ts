import fc from "fast-check";
import { expect, test } from "vitest";
import { isWellFormed } from "./text.ts";

test("whole characters are text, whatever they are; half a pair is none, wherever it stands", () => {
  fc.assert(
    fc.property(fc.jsonValue({ stringUnit: "binary" }), (message) => {
      expect(isWellFormed(message)).toBe(true);
    }),
  );
  for (const half of ["\ud83d", "a\udc00b", "\udc00\ud800"]) {
    for (const message of [half, [half], { [half]: 1 }, { a: { b: half } }]) {
      expect(isWellFormed(message)).toBe(false);
    }
  }
  // A text that only spells it.
  expect(isWellFormed("\\ud83d")).toBe(true);
  expect(isWellFormed(undefined)).toBe(true);
});
