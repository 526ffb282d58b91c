import { expect, test } from "vitest";
import { planInput } from "#contract/plan.ts";
import planCases from "#tests/vectors/plan.json" with { type: "json" };
import { createPlanner } from "./planner.ts";

const INPUT = planInput.parse({ ...planCases[0]!.input, days: 20 });
const unheard = () => {};

test("first the levels and what they bring, then what they are held against", async () => {
  const planner = createPlanner(async () => false);
  const first = await planner.first(INPUT, undefined, unheard);
  const whole = await planner.plan(INPUT, unheard);
  if (first === "stopped" || whole === "stopped") throw new Error("stopped");
  expect(first.levels.length).toBe(INPUT.products.length);
  expect(first).not.toHaveProperty("baselines");
  expect(whole.forecast.cost).toBeLessThanOrEqual(whole.baselines.whenEmpty);
  // A day beside others is told by the very same levels.
  expect(await planner.tuned(INPUT, unheard)).toMatchObject({
    levels: whole.levels,
    forecast: whole.forecast,
  });
  // With the same tuning an edit is answered by the same levels.
  expect(await planner.first(INPUT, whole, unheard)).toMatchObject({
    levels: whole.levels,
    forecast: whole.forecast,
  });
});

test("the moment is decided by the day's own levels, tuned once, whatever the time is and whatever stands there", async () => {
  let turns = 0;
  const planner = createPlanner(async () => {
    turns++;
    return false;
  });
  const nothing = await planner.next(INPUT, unheard);
  if (nothing === "stopped") throw new Error("stopped");
  const tuning = turns;
  const { name, options } = INPUT.products[0]!;
  const full = { product: name, cups: 30, vesselKind: options[0]!.vesselKind, readySlot: 1, pourAtSlot: 99 };
  const later = await planner.next({ ...INPUT, nowSlot: 2, pots: [full] }, unheard);
  if (later === "stopped") throw new Error("stopped");
  expect(turns - tuning).toBeLessThan(tuning / 2);
  expect(later.brews.some(({ product }) => product === name)).toBe(false);
  for (const { p50Slot } of later.soon) expect(p50Slot).toBeGreaterThan(2);
});

test("says how far it is, never less than before, and ends when something newer is asked", async () => {
  const heard: number[] = [];
  let turns = 0;
  const planner = createPlanner(async () => ++turns % 5 === 0);
  await planner.plan(INPUT, (share) => heard.push(share));
  expect(heard.length).toBeGreaterThan(5);
  expect(heard.every((share) => share >= 0 && share < 1)).toBe(true);
  expect(heard).toEqual(heard.toSorted((a, b) => a - b));

  const interrupted = createPlanner(async () => {
    await Promise.resolve();
    return true;
  });
  const old = interrupted.plan(INPUT, unheard);
  const fresh = interrupted.first(INPUT, undefined, unheard);
  expect(await old).toBe("stopped");
  expect(await fresh).not.toBe("stopped");
});
