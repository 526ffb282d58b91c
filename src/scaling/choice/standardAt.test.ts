import { expect, test } from "vitest";
import type { Standard } from "#contract/standard.ts";
import { BENCH } from "#tests/pierHead.ts";
import { shareUntil } from "./moves.ts";
import { standardAt } from "./standardAt.ts";
import { benchForScale } from "./start.ts";

const PLACE = { coffeeId: "saltmarsh", brewerId: "fulmar", serve: "hot" as const, method: null };
const standard = (sizeG: number, change: object = {}) =>
  ({ ...PLACE, sizeG, grinderId: "chough", ...change }) as unknown as Standard;

test("of two approved batches of nearly one size the nearer one counts", () => {
  const [small, large] = [standard(2700), standard(2900)];
  expect(standardAt([small, large], { ...PLACE, sizeG: 2820 })).toBe(large);
  for (const both of [
    [large, small],
    [small, large],
  ])
    expect(standardAt(both, { ...PLACE, sizeG: 2780 })).toBe(small);
  expect(standardAt([small, large], { ...PLACE, sizeG: 1400 })).toBeUndefined();
  expect(standardAt([large], { ...PLACE, serve: "iced", method: "onIce", sizeG: 2900 })).toBeUndefined();
});

test("a page carries the curve of an approved batch only where its dial has another one since", () => {
  const points = [{ setting: 0, um: 400 }];
  const [now, before] = [
    standard(2800, { curve: { version: 1, points } }),
    standard(1400, { curve: { version: 0, points } }),
  ];
  const { standards } = benchForScale({ ...BENCH, standards: [now, before] }, undefined);
  expect(standards.map(({ curve }) => curve?.points)).toEqual([[], points]);
});

test("a grinder has moved by what moved it until then", () => {
  const moves = [
    { at: "2026-06-20T08:00:00.000Z", share: 0.9, curveVersion: 1 },
    { at: "2026-07-01T08:00:00.000Z", share: 1.05, curveVersion: 1 },
  ];
  const until = (at: string) => shareUntil(moves, new Date(at));
  expect(until("2026-06-01T00:00:00Z")).toBe(1);
  expect(until("2026-06-20T08:00:00Z")).toBe(0.9);
  expect(until("2026-07-14T08:30:00Z")).toBeCloseTo(0.945, 12);
});
