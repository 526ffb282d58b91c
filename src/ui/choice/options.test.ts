import { describe, expect, it } from "vitest";
import { findOptions, MOST_DRAWN, type Option } from "./options.ts";

const COFFEES: readonly Option[] = [
  { value: "a", text: "Kittiwake", aside: "bright and floral, 9 days off roast", group: "Harbour Street" },
  { value: "b", text: "Saltmarsh", aside: "sweet and round", group: "Harbour Street" },
  { value: "c", text: "Kelp Été", aside: "heavy", group: "Rope Loft" },
];
const namesOf = (typed: string, options = COFFEES) =>
  findOptions(options, typed).groups.flatMap((group) => group.options.map(({ text }) => text));

describe("what fits the typed words", () => {
  it("is everything, in its groups, while nothing is typed", () => {
    expect(findOptions(COFFEES, " ").groups.map(({ heading }) => heading)).toEqual([
      "Harbour Street",
      "Rope Loft",
    ]);
  });

  it("is found by the beginning of any word of name, remark or group, in any order", () => {
    expect(namesOf("floral kitt")).toEqual(["Kittiwake"]);
    expect(namesOf("loft")).toEqual(["Kelp Été"]);
    expect(namesOf("k")).toEqual(["Kittiwake", "Kelp Été"]);
  });

  it("is not found by the middle of a word, nor by one word of two", () => {
    expect(namesOf("marsh")).toEqual([]);
    expect(namesOf("kittiwake heavy")).toEqual([]);
  });

  it("asks for no accents or capitals", () => {
    expect(namesOf("ETE")).toEqual(["Kelp Été"]);
  });

  it("draws no more than can be read, and says how many more there are", () => {
    const many = Array.from({ length: 500 }, (_, i) => ({ value: `${i}`, text: `Coffee ${i}` }));
    expect(namesOf("", many)).toHaveLength(MOST_DRAWN);
    expect(findOptions(many, "").more).toBe(500 - MOST_DRAWN);
    expect(namesOf("499", many)).toEqual(["Coffee 499"]);
    expect(findOptions(many, "499").more).toBe(0);
  });
});
