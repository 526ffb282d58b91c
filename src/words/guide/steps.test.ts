import { expect, test } from "vitest";
import type { CardSheet } from "#contract/card.ts";
import { PLAIN } from "#words/figures";
import { stepWords } from "./index.ts";

const REST = { id: "rest", does: "rest", phase: "brew", starts: { by: "tap" } } as const;
const sheet = (iced: object) =>
  ({ chosen: { serve: "iced", iced }, iced: { glass: { count: 2.4 } } }) as unknown as CardSheet;

test("while it drains the glasses are made ready, and the shaker where it is shaken", () => {
  const says = (iced: object) => stepWords(REST, sheet(iced), PLAIN).detail;
  expect(says({ method: "overGlass" })).toContain("Meanwhile: 2 glasses ready. Rated for hot coffee.");
  expect(says({ method: "onIce", glass: "shaken" })).toContain("And the shaker");
  expect(says({ method: "onIce" })).not.toContain("glasses");
});
