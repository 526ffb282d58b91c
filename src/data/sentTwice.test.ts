import { describe, expect, test } from "vitest";
import { changedBefore, sameContent, sentBefore } from "./sentTwice.ts";

describe("what was sent before", () => {
  test("is new, the very same, or something else under its id", () => {
    const sent = { name: "Fulmar", figures: { doseG: 200, waterG: 3300 } };
    expect(sentBefore(undefined, sent)).toBe("new");
    expect(sentBefore({ ...sent, revision: 4 } as typeof sent, sent)).toBe("again");
    expect(sentBefore({ ...sent, name: "Turnstone" }, sent)).toBe("other");
  });

  test("does not hang on the order of keys, nor on whether what is not there is null or nothing", () => {
    expect(sameContent({ a: 1, b: [1, 2] }, { b: [1, 2], a: 1 })).toBe(true);
    expect(sameContent([1, 2], [2, 1])).toBe(false);
    expect(sameContent(null, undefined)).toBe(true);
    expect(sameContent(undefined, 0)).toBe(false);
    expect(sentBefore<{ note: unknown }>({}, { note: null })).toBe("again");
  });

  test("is kept already where its row is one revision further and says the same", () => {
    const stored = { revision: 3, name: "Fulmar" };
    expect(changedBefore(stored, { began: 2, sent: { name: "Fulmar" } })).toBe(true);
    expect(changedBefore(stored, { began: 1, sent: { name: "Fulmar" } })).toBe(false);
    expect(changedBefore(stored, { began: 3, sent: { name: "Fulmar" } })).toBe(false);
    expect(changedBefore(stored, { began: 2, sent: { name: "Turnstone" } })).toBe(false);
  });
});
