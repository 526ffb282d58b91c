import { describe, expect, it } from "vitest";
import { openedFrom, withOpened } from "./trail.ts";

const pageOf = (name: string) => ({ href: `/recipes/${name}`, text: name });

describe("what was opened lately", () => {
  it("has the newest first, and each thing once", () => {
    const list = ["a", "b", "a"].reduce(
      (before, name) => withOpened(before, pageOf(name)),
      [] as ReturnType<typeof openedFrom>,
    );
    expect(list.map(({ text }) => text)).toEqual(["a", "b"]);
  });

  it("is six things at most", () => {
    const list = [..."abcdefgh"].reduce(
      (before, name) => withOpened(before, pageOf(name)),
      [] as ReturnType<typeof openedFrom>,
    );
    expect(list.map(({ text }) => text)).toEqual([..."hgfedc"]);
  });

  it("takes nothing that is damaged, or that leads out of the house", () => {
    expect(openedFrom("{")).toEqual([]);
    expect(openedFrom("7")).toEqual([]);
    expect(
      openedFrom(JSON.stringify([{ href: "//elsewhere", text: "a" }, { href: "/log/1" }, null])),
    ).toEqual([]);
    expect(openedFrom(JSON.stringify([pageOf("a")]))).toEqual([pageOf("a")]);
  });
});
