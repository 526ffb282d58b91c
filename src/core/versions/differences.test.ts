import fc from "fast-check";
import { expect, test } from "vitest";
import { differences, merged, type Versions } from "#core/versions";

test("only what differs is shown, with whose it plainly is", () => {
  const versions: Versions = {
    base: { name: "Ida", role: "trainee", note: "a" },
    mine: { name: "Ida Quill", role: "barista", note: "a" },
    theirs: { name: "Ida", role: "lead", note: "b" },
  };
  expect(differences(versions)).toEqual([
    { field: "name", mine: "Ida Quill", theirs: "Ida", plainly: "mine" },
    { field: "role", mine: "barista", theirs: "lead", plainly: undefined },
    { field: "note", mine: "a", theirs: "b", plainly: "theirs" },
  ]);
});

const version = fc.dictionary(fc.constantFrom("a", "b", "c", "d"), fc.constantFrom("1", "2", undefined));
const versions = fc.record({ base: version, mine: version, theirs: version });

test("choosing one side throughout gives that side", () => {
  fc.assert(
    fc.property(versions, (all) => {
      const take = (side: "mine" | "theirs") =>
        merged(all, Object.fromEntries(differences(all).map(({ field }) => [field, side])));
      for (const side of ["mine", "theirs"] as const) {
        for (const [field, value] of Object.entries(take(side))) expect(value).toBe(all[side][field]);
      }
    }),
  );
});

test("what only one of the two changed is plainly theirs or mine, and what neither did is no difference", () => {
  fc.assert(
    fc.property(versions, (all) => {
      for (const { field, plainly } of differences(all)) {
        const changed = {
          mine: all.mine[field] !== all.base[field],
          theirs: all.theirs[field] !== all.base[field],
        };
        expect(changed.mine || changed.theirs).toBe(true);
        if (plainly !== undefined) expect(changed[plainly]).toBe(true);
        else expect(changed).toEqual({ mine: true, theirs: true });
      }
    }),
  );
});
