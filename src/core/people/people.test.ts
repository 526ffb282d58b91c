import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { cleanName, may, mayTapIn, pauseMin, pinFault, RIGHTS, type Right, ROLES } from "#core/people";
import { must } from "#core/result";

describe("a PIN", () => {
  test.each([
    ["12345", "pinShort"],
    ["", "pinShort"],
    ["000000", "pinRepeats"],
    ["121212", "pinRepeats"],
    ["123123", "pinRepeats"],
    ["110011", "pinRepeats"],
    ["123456", "pinRuns"],
    ["654321", "pinRuns"],
    ["890123", "pinRuns"],
    ["135791", "pinRuns"],
    ["112233", "pinRuns"],
    ["159753", "pinKnown"],
    ["357951", "pinKnown"],
    ["tea cup", "phraseShort"],
    ["aaaaaaaa", "pinRepeats"],
    ["Password12", "pinKnown"],
    ["I am Ida Quill!", "pinIsName"],
    ["7".repeat(64) + "8".repeat(65), "pinLong"],
  ])("%s is refused with why", (pin, code) => {
    expect(pinFault(pin, "Ida Quill")?.code).toBe(code);
  });

  test.each(["480217", "90417362", "the kettle sings at six", "صباح الخير يا بحر"])("%s is good", (pin) => {
    expect(pinFault(pin, "Ida Quill")).toBeUndefined();
  });

  test("any run or repeat of digits is refused, however long", () => {
    const digit = fc.integer({ min: 0, max: 9 });
    fc.assert(
      fc.property(digit, digit, fc.integer({ min: 6, max: 20 }), (from, step, length) => {
        const pin = Array.from({ length }, (_, i) => (from + i * step) % 10).join("");
        expect(pinFault(pin, "")).toBeDefined();
      }),
    );
  });
});

describe("a name", () => {
  test.each([
    ["  Ida   Quill ", "Ida Quill"],
    ["Zoe\u0308", "Zoë"],
    ["مريم", "مريم"],
    ["<script>alert(1)</script>", "<script>alert(1)</script>"],
  ])("“%s” is kept as “%s”", (typed, kept) => {
    expect(must(cleanName(typed))).toBe(kept);
  });

  test.each([
    ["   ", "nameEmpty"],
    ["…", "nameEmpty"],
    ["Ida\u202Eevil", "nameOdd"],
    ["Ida\u0000", "nameOdd"],
    ["x".repeat(300), "nameLong"],
  ])("“%s” is refused", (typed, code) => {
    expect(cleanName(typed)).toMatchObject({ ok: false, failure: { code } });
  });

  test("a clean name is clean", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 40 }), (typed) => {
        const once = cleanName(typed);
        if (once.ok) expect(cleanName(once.value)).toEqual(once);
      }),
    );
  });
});

test("pauses grow, to a quarter of an hour", () => {
  expect([1, 2, 3, 4, 5, 6, 1000].map(pauseMin)).toEqual([1, 2, 4, 8, 15, 15, 15]);
});

test("a lead may do everything, a trainee nothing that a barista may not", () => {
  for (const right of Object.keys(RIGHTS) as Right[]) {
    expect(may("lead", right)).toBe(true);
    if (may("trainee", right)) expect(may("barista", right)).toBe(true);
  }
  expect(ROLES.filter((role) => may(role, "people"))).toEqual(["lead"]);
  expect(ROLES.filter(mayTapIn)).toEqual(["barista", "trainee"]);
});
