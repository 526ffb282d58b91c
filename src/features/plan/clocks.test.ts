import { expect, test } from "vitest";
import { parseClocks, printClocks } from "./clocks.ts";

test("times in a row are read, and what is none is told", () => {
  expect(parseClocks("8:00, 12.30;17:05 ,")).toEqual({ clocks: [480, 750, 1025], unread: [] });
  expect(parseClocks("8:00, noonish")).toEqual({ clocks: [480], unread: ["noonish"] });
  expect(parseClocks("  ")).toEqual({ clocks: [], unread: [] });
  expect(parseClocks(printClocks([480, 750])).clocks).toEqual([480, 750]);
});
