import { describe, expect, test } from "vitest";
import { seeded } from "#core/random";
import { finished } from "#core/turns";
import { readyDay } from "./day.ts";
import { drawnDays } from "./demand.ts";
import { type PlanInput, USUAL_PLAN } from "./input.ts";
import { lookAhead, nextByLevels } from "./next.ts";
import { nextInTurns } from "./plan.ts";

/** Two hours in slots of five minutes: quiet at first, a rush from slot 4 to 8, then quiet again. */
const SLOTS = 24;
const DAY: PlanInput = {
  ...USUAL_PLAN,
  slots: SLOTS,
  prepSlots: 0,
  products: [
    {
      name: "house",
      meanCups: Array.from({ length: SLOTS }, (_, slot) => (slot >= 4 && slot < 8 ? 4 : 0.2)),
      varianceToMean: 1,
      lostPerCup: 3,
      pouredPerCup: 0.5,
      stalePerCupMin: 0,
      graceMin: 30,
      options: [
        {
          card: "large",
          cups: 12,
          brewSlots: 2,
          handsMin: 2,
          vesselKind: "pot",
          holdSlots: 24,
          iceKg: 0,
          fixed: 1,
        },
        {
          card: "small",
          cups: 5,
          brewSlots: 1,
          handsMin: 1,
          vesselKind: "pot",
          holdSlots: 24,
          iceKg: 0,
          fixed: 0.8,
        },
      ],
    },
  ],
  brewers: 1,
  handsMin: Array(SLOTS).fill(3),
  vessels: [{ kind: "pot", count: 3 }],
};
const rule = (level: number) => ({
  levels: [new Int16Array(SLOTS).fill(level)],
  pourRestCups: 2,
  scarceShare: 1,
});
const standing = (cups: number, readySlot = 0) => ({
  product: "house",
  cups,
  vesselKind: "pot",
  readySlot,
  pourAtSlot: readySlot + 24,
});
const at = (nowSlot: number, ...cups: readonly number[]) =>
  readyDay({ ...DAY, nowSlot, pots: cups.map((each) => standing(each)) });
const demands = drawnDays(DAY.products, SLOTS, DAY.dayFactors, 40, seeded(4));
const cards = ({ brews }: ReturnType<typeof nextByLevels>) => brews.map(({ option }) => option.card);

describe("now, by the levels", () => {
  test("a pot is begun at its level, and none above it", () => {
    expect(cards(nextByLevels(at(2, 4), rule(4)))).toEqual(["large"]);
    expect(cards(nextByLevels(at(2, 5), rule(4)))).toEqual([]);
  });

  test("a pot that is under way counts", () => {
    const day = readyDay({ ...DAY, nowSlot: 2, pots: [standing(2)], brewing: [standing(12, 4)] });
    expect(cards(nextByLevels(day, rule(4)))).toEqual([]);
  });

  test("a rest that is poured for the next is named", () => {
    const next = nextByLevels(at(2, 1, 1, 2), rule(4));
    expect(next.pours).toEqual([{ product: 0, cups: 1 }]);
    expect(cards(next)).toEqual(["large"]);
  });
});

test("of each product its next batch is said, after what is begun now", () => {
  const input = { ...DAY, nowSlot: 2, pots: [standing(4)] };
  const { brews, soon } = finished(nextInTurns(input, rule(4)));
  expect(brews).toMatchObject([{ product: "house", card: "large", vesselKind: "pot" }]);
  expect(soon).toHaveLength(1);
  expect(soon[0]).toMatchObject({ product: "house" });
  expect(soon[0]!.p50Slot).toBeGreaterThan(2);
});

describe("looking ahead", () => {
  const decided = (nowSlot: number, level: number, ...cups: readonly number[]) =>
    finished(lookAhead(at(nowSlot, ...cups), rule(level), demands));

  test("brews for a rush that its level does not see", () => {
    expect(cards(nextByLevels(at(2, 3), rule(0)))).toEqual([]);
    expect(cards(decided(2, 0, 3))).toEqual(["large"]);
  });

  test("waits where a level asks for a pot that nobody will drink", () => {
    const levels = [new Int16Array(SLOTS).fill(-1).fill(8, 18, 19)];
    const once = { ...rule(0), levels };
    expect(cards(nextByLevels(at(18, 6), once))).toEqual(["small"]);
    expect(cards(finished(lookAhead(at(18, 6), once, demands)))).toEqual([]);
  });

  test("brews beside a rest that it need not pour", () => {
    const { brews, pours } = decided(2, 0, 3);
    expect(brews).toHaveLength(1);
    expect(pours).toEqual([]);
    const small = finished(lookAhead(at(2, 2), rule(0), demands));
    expect([cards(small), small.pours]).toEqual([["large"], []]);
  });

  test("leaves the level's answer where nothing is surely better, and is the same each time", () => {
    expect(cards(decided(2, 4, 4))).toEqual(cards(nextByLevels(at(2, 4), rule(4))));
    expect(decided(2, 0, 3)).toEqual(decided(2, 0, 3));
  });

  test("lets a product alone that is far above its level, or brews no more", () => {
    expect(cards(decided(2, 0, 12))).toEqual([]);
    expect(cards(decided(2, -1, 0))).toEqual([]);
  });
});
