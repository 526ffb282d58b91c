import { expect, test } from "vitest";
import { fail, must, ok } from "#core/result";
import { makeCard } from "#scaling/cards";
import { firstState } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { effectOn, moves } from "./cardEffects.ts";

const MADE = must(makeCard({ ...firstState(BENCH), grind: "learned" }, BENCH));
const card = (change: object = {}) =>
  ({
    id: "card",
    revision: 3,
    site: { name: "Pier Head" },
    days: ["2026-07-14"],
    ...MADE,
    ...change,
  }) as unknown as Parameters<typeof effectOn>[0];

/** The same content with every object's keys the other way round, as another writer may have put them. */
function turned(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(turned);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .toReversed()
      .map(([key, each]) => [key, turned(each)]),
  );
}

test("a card that would be what it is does not move, whatever the order of its keys", () => {
  const effect = effectOn(card({ sheet: turned(MADE.sheet) }), ok(MADE));
  expect(moves(effect)).toBe(false);
  expect(effect).toMatchObject({ id: "card", revision: 3, site: "Pier Head", wasDraft: MADE.draft });
});

test("one figure, a draft, or a reason to stay is a move", () => {
  const { dial } = MADE.sheet;
  const other = { ...MADE, sheet: { ...MADE.sheet, dial: { ...dial!, setting: dial!.setting + 0.5 } } };
  expect(moves(effectOn(card(), ok(other)))).toBe(true);
  expect(moves(effectOn(card(), ok({ ...MADE, draft: !MADE.draft })))).toBe(true);
  const stays = effectOn(card(), fail({ code: "gone", what: "brewer" }));
  expect(moves(stays)).toBe(true);
  expect(stays.after).toEqual({ stays: "Fulmar is not on the bench any more." });
});
