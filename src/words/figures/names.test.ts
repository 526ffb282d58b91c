import { expect, test } from "vitest";
import { counted, withArticle } from "./names.ts";

test("one of something is one, whatever it rounds from", () => {
  expect([0, 1, 2, 1.04, 1.4].map((n) => counted(n, "cup"))).toEqual([
    "0 cups",
    "1 cup",
    "2 cups",
    "1 cup",
    "1 cup",
  ]);
  const glasses = (n: number) => counted(n, "glass", { many: "glasses", decimals: 1 });
  expect([1, 1.4, 10].map(glasses)).toEqual(["1 glass", "1.4 glasses", "10 glasses"]);
});

test("an insulated pot, a cup", () => {
  expect(["insulated pot", "cup", "immersion press", "Ice source"].map(withArticle)).toEqual([
    "an insulated pot",
    "a cup",
    "an immersion press",
    "an Ice source",
  ]);
});
