import { expect, test } from "vitest";
import { differences } from "#core/versions";
import { listFrom, ORDER, versionsOf } from "./versions.ts";

const item = (id: string, batches: number) => ({ id, cardId: `card ${id}`, batches });
const ICE = { fromMin: 660, toMin: 1020, sources: [{ id: "bin", inBinG: 4000, aheadG: 0 }] };
const day = (...items: ReturnType<typeof item>[]) => ({ items, ice: null });
const lists = {
  base: day(item("a", 2), item("b", 2), item("c", 1)),
  mine: { ...day(item("b", 5), item("a", 2), item("c", 1), item("mine", 1)), ice: ICE },
  theirs: day(item("a", 3), item("b", 4), item("theirs", 6)),
};

test("only lines that differ are asked about, and what one person did is plainly theirs", () => {
  expect(differences(versionsOf(lists))).toEqual([
    { field: "b", mine: "5", theirs: "4", plainly: undefined },
    { field: "a", mine: "2", theirs: "3", plainly: "theirs" },
    { field: "c", mine: "1", theirs: undefined, plainly: "theirs" },
    { field: "mine", mine: "1", theirs: undefined, plainly: "mine" },
    { field: ORDER, mine: "b a", theirs: "a b", plainly: "mine" },
    { field: "ice", mine: JSON.stringify(ICE), theirs: "null", plainly: "mine" },
    { field: "theirs", mine: undefined, theirs: "6", plainly: "theirs" },
  ]);
});

test("the choices make the list, in the chosen order", () => {
  expect(
    listFrom(lists, {
      a: "theirs",
      b: "mine",
      c: "theirs",
      mine: "mine",
      order: "mine",
      theirs: "mine",
      ice: "mine",
    }),
  ).toEqual({ items: [item("b", 5), item("a", 3), item("mine", 1)], ice: ICE });
  expect(listFrom(lists, { b: "theirs", c: "mine", theirs: "theirs" })).toEqual(
    day(item("a", 3), item("b", 4), item("theirs", 6), item("c", 1)),
  );
});
