import { describe, expect, it } from "vitest";
import { choice, maybe, number } from "#contract/fields.ts";
import { READER } from "#tests/reader.ts";
import type { Printers } from "#ui/units.tsx";
import { type FormField, keyOf, schemaOf, textsOf } from "./schema.ts";
import { draftFrom } from "./useDraft.ts";

const words = { label: "" };
const FIELDS: readonly FormField[] = [
  { name: "doseG", spec: number("g", 1, 500), words },
  { name: "window.0", spec: maybe("%", 0, 5), words },
  { name: "served", spec: choice(["hot", "iced"]), words },
  {
    name: "brewerId",
    spec: { type: "ref", to: "brewer" },
    words,
    named: [
      { id: "a", name: "Fulmar" },
      { id: "b", name: "Turnstone" },
    ],
  },
  {
    name: "grinderId",
    spec: { type: "ref", to: "grinder", optional: true },
    words,
    named: [{ id: "c", name: "Chough" }],
  },
];
const START = { doseG: 61.23456, "window.0": null };
const units: Printers = READER;

describe("a form's texts and values", () => {
  const texts = textsOf(FIELDS, START, units);
  const schema = schemaOf(FIELDS, START, units);

  it("begins on what was, on the first of what must be chosen, and on none of what may be", () => {
    expect(texts).toEqual({ doseG: "61.2 g", window·0: "", served: "hot", brewerId: "a", grinderId: "" });
  });

  it("leaves an untouched figure as it was, past its print", () => {
    expect(schema.parse(texts)).toMatchObject({
      doseG: 61.23456,
      [keyOf("window.0")]: null,
      grinderId: null,
    });
  });

  it("reads what is typed over it", () => {
    expect(schema.parse({ ...texts, doseG: "3 × 20 g", window·0: "1,2" })).toMatchObject({
      doseG: 60,
      [keyOf("window.0")]: 1.2,
    });
  });

  it("says at its field what is wrong, for every field at once", () => {
    const read = schema.safeParse({ ...texts, doseG: "600", window·0: "much" });
    const messages = Object.fromEntries(
      read.error?.issues.map(({ path, message }) => [path[0], message]) ?? [],
    );
    expect(messages.doseG).toMatch(/too much: at most 500 g/);
    expect(messages[keyOf("window.0")]).toMatch(/“much” is not a figure/);
    expect(schema.safeParse({ ...texts, doseG: "" }).error?.issues[0]?.message).toBe("This is needed.");
  });
});

describe("a kept draft", () => {
  it("is taken when it is of exactly these fields", () => {
    expect(draftFrom('{"a":"1","b":""}', ["a", "b"])).toEqual({ a: "1", b: "" });
  });

  it("is nothing when it is of an older form, or damaged", () => {
    for (const text of [
      "",
      "null",
      "{",
      "7",
      "[]",
      '{"a":"1"}',
      '{"a":"1","b":2}',
      '{"a":"1","b":"","c":""}',
    ])
      expect(draftFrom(text, ["a", "b"])).toBeUndefined();
  });
});
