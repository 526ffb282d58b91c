import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { firstState } from "#scaling/choice";
import { BENCH, LOFT_CONE } from "#tests/pierHead.ts";
import { makeCard } from "./card.ts";
import { bagEffect, firstPotCard } from "./newBag.ts";

const CARD = must(makeCard(firstState(BENCH), BENCH)).sheet;
const SAME = { densityGPerMl: 0.4, roastedOn: "2026-07-05" };
const effect = (bag: typeof SAME | { densityGPerMl: number; roastedOn: null }, card = CARD) =>
  bagEffect(card, LOFT_CONE, BENCH, bag);

describe("a new bag", () => {
  test("that is like the one before moves nothing, and is not quite sure of that", () => {
    const { before, at, range } = effect(SAME)!;
    expect(at.setting).toBe(before);
    expect(range[1] - range[0]).toBeCloseTo(2 * 1.2816 * 0.3, 6);
  });

  test("lighter beans make a deeper bed: coarser; an older roast goes finer", () => {
    expect(effect({ ...SAME, densityGPerMl: 0.34 })!.at.exact).toBeGreaterThan(CARD.dial!.setting);
    expect(effect({ ...SAME, densityGPerMl: 0.44 })!.at.exact).toBeLessThan(CARD.dial!.setting);
    expect(effect({ ...SAME, roastedOn: "2026-06-10" })!.at.exact).toBeLessThan(CARD.dial!.setting);
  });

  test("the farther it is from the last one, the less sure", () => {
    const wide = ({ range: [low, high] }: { range: readonly [number, number] }) => high - low;
    expect(wide(effect({ ...SAME, densityGPerMl: 0.32 })!)).toBeGreaterThan(wide(effect(SAME)!));
  });

  test("a card whose grinder or coffee is gone, or that has no dial, is not touched", () => {
    const { dial: _dial, ...bare } = CARD;
    expect(effect(SAME, bare)).toBeUndefined();
    const elsewhere = { ...CARD, chosen: { ...CARD.chosen, coffee: "gone" } };
    expect(effect(SAME, elsewhere)).toBeUndefined();
  });

  test("its first pot is the card with the new setting, marked as a test", () => {
    const bag = { densityGPerMl: 0.34, roastedOn: null };
    const { sheet: first } = must(firstPotCard(CARD, LOFT_CONE, BENCH, bag)!);
    const told = effect(bag)!;
    expect(first.dial?.setting).toBe(told.at.setting);
    expect(first.firstPot).toEqual({ roastedOn: null, low: told.range[0], high: told.range[1] });
    expect(first.input.coffee?.densityGPerMl).toBe(0.34);
    expect(first.input.pins).toEqual(CARD.input.pins);
  });
});
