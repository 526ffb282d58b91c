import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FIELDS, type NumberField, THING_KINDS } from "#contract/fields.ts";
import { must } from "#core/result";
import { READER, readerOf } from "#tests/reader.ts";
import { readField, textOf } from "./fields.ts";

const numberFields = THING_KINDS.flatMap((kind) =>
  Object.entries(FIELDS[kind]).flatMap(([name, spec]) =>
    spec.type === "number" ? [{ what: `${kind}.${name}`, spec: spec as NumberField }] : [],
  ),
);
const read = (spec: NumberField, text: string, reader = READER) => readField(spec, text, reader);

describe("every number of every kind", () => {
  test.each(numberFields)("$what: what is printed is read again as it was printed", ({ spec }) => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        const value = spec.least + share * (spec.most - spec.least);
        const text = textOf(spec, value, READER);
        const again = read(spec, text);
        // Printing rounds, and at the very ends a rounded figure may lie a hair outside.
        if (!again.ok) return;
        expect(textOf(spec, again.value, READER)).toBe(text);
      }),
      { numRuns: 25 },
    );
  });

  test.each(numberFields)("$what: both ends are taken, and what lies beyond is not", ({ spec }) => {
    for (const end of [spec.least, spec.most]) {
      expect(must(read(spec, textOf(spec, end, READER)))).toBeCloseTo(end, 6);
    }
    const beyond = read(spec, textOf(spec, spec.most * 2 + 10, READER));
    expect(beyond.ok ? undefined : beyond.failure).toMatch(/^That is too much: at most .*\.$/);
  });

  test.each(numberFields)("$what: empty is nothing only where it may be", ({ spec }) => {
    expect(read(spec, "  ")).toEqual(
      spec.optional ? { ok: true, value: null } : { ok: false, failure: "This is needed." },
    );
  });
});

describe("units", () => {
  const G = { type: "number", unit: "g", least: 0, most: 1000 } as const;
  const TEMP = { type: "number", unit: "°C", least: 0, most: 100 } as const;
  const MM = { type: "number", unit: "mm", least: 1, most: 600 } as const;
  const MONEY = { type: "number", unit: "money", least: 0, most: 1_000_000 } as const;
  const SHARE = { type: "number", unit: "share", least: 0, most: 0.9 } as const;

  test("a bare figure is in the reader's unit, a typed one in its own", () => {
    const ounces = readerOf("oz", "°F");
    expect(must(read(G, "20"))).toBe(20);
    expect(must(read(G, "2 oz"))).toBeCloseTo(56.699, 3);
    expect(must(read(G, "2", ounces))).toBeCloseTo(56.699, 3);
    expect(must(read(G, "20 g", ounces))).toBe(20);
    expect(must(read(TEMP, "203", ounces))).toBeCloseTo(95, 6);
    expect(textOf(TEMP, 95, ounces)).toBe("203 °F");
  });

  test("a unit that is not the field's is refused by name", () => {
    expect(must(read(MM, "118 mm"))).toBe(118);
    const inches = read(MM, "4 in");
    expect(inches.ok ? undefined : inches.failure).toContain("in");
  });

  test("money is kept in its smallest coin, a share as a share", () => {
    expect(must(read(MONEY, "18.50"))).toBe(1850);
    expect(textOf(MONEY, 1850, READER)).toBe("18.50");
    expect(must(read(SHARE, "8 %"))).toBeCloseTo(0.08, 12);
    expect(textOf(SHARE, 0.08, READER)).toBe("8 %");
  });
});

describe("what is no number", () => {
  const name = { type: "name" } as const;
  const note = { type: "note", optional: true } as const;

  test("a name is needed, a note is not", () => {
    expect(readField(name, " ", READER)).toEqual({ ok: false, failure: "This is needed." });
    expect(readField(name, " Fulmar ", READER)).toEqual({ ok: true, value: "Fulmar" });
    expect(readField(note, "", READER)).toEqual({ ok: true, value: null });
  });

  test("a time zone is one that there is, a currency has three letters", () => {
    expect(readField({ type: "zone" }, "Europe/London", READER).ok).toBe(true);
    expect(readField({ type: "zone" }, "Gannet Quay", READER)).toMatchObject({ ok: false });
    expect(readField({ type: "currency" }, "gbp", READER)).toEqual({ ok: true, value: "GBP" });
    expect(readField({ type: "currency" }, "pounds", READER)).toMatchObject({ ok: false });
  });

  test("yes is kept as yes, and nothing is printed as nothing", () => {
    expect(readField({ type: "yes" }, "yes", READER)).toEqual({ ok: true, value: true });
    expect(readField({ type: "yes" }, "", READER)).toEqual({ ok: true, value: false });
    expect(textOf({ type: "yes" }, true, READER)).toBe("yes");
    expect(textOf(name, null, READER)).toBe("");
  });
});
