import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { innerPath } from "./innerPath.ts";

/** Where a browser goes that is sent to a path of this house. */
const siteOf = (path: string) => new URL(path, "https://coffee.example").host;

describe("going on after a sign-in", () => {
  test.each([
    ["/scale", "/scale"],
    ["/scale?pins=doseG:20,brewRatio:16", "/scale?pins=doseG:20,brewRatio:16"],
    ["/recipes/../log?brewer=1", "/log?brewer=1"],
    ["/a%2fb", "/a%2fb"],
    ["/", "/"],
  ])("%s is a path of this house", (named, path) => {
    expect(innerPath(named)).toBe(path);
  });

  test.each([
    "//evil.example",
    "/.//evil.example",
    "/x/..//evil.example",
    "/%2e//evil.example",
    "/./\\evil.example",
    "/\\evil.example",
    "https://evil.example/scale",
    "scale",
    "",
    undefined,
    ["/scale", "/log"],
  ])("%s leads to the first page", (named) => {
    expect(innerPath(named)).toBe("/");
  });

  test("whatever a link names, it stays here", () => {
    const piece = fc.constantFrom(
      "/",
      "\\",
      ".",
      "..",
      "%2e",
      "%2f",
      "%5c",
      "@",
      ":",
      "?",
      "#",
      "evil.example",
      "x",
      "\t",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 9 }), (pieces) => {
        expect(siteOf(innerPath(`/${pieces.join("")}`))).toBe("coffee.example");
      }),
    );
  });
});
