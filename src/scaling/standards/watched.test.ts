import { describe, expect, test } from "vitest";
import { verdictsOf } from "#core/learn";
import { seeded } from "#core/random";
import { BIG_POT } from "#tests/standards.ts";
import { type Watchable, watchedOf } from "./watched.ts";

const HOUR_MS = 3_600_000;
const START_MS = Date.parse("2026-06-01T06:00:00Z");

function pot(i: number, change: Partial<Watchable> = {}): Watchable {
  return {
    id: `pot ${i}`,
    coffeeId: "saltmarsh",
    brewerId: "fulmar",
    method: null,
    grinderId: "chough",
    curveVersion: 1,
    dialSetting: 11,
    doseG: 202,
    waterG: 3229,
    iceG: 0,
    yieldG: 2800,
    brewTimeS: 350,
    strengthPct: 1.38,
    sampledAt: "inGlass",
    at: new Date(START_MS + 3 * i * HOUR_MS),
    ...change,
  };
}
const seen = (batches: readonly Watchable[], standard = BIG_POT) => watchedOf([standard], batches)[0]!;

describe("what is watched of a standard", () => {
  test("is what was brewed as it says: a little more or less of it, and nothing else", () => {
    const as = [
      pot(0),
      pot(1, { doseG: 205 }),
      pot(2, { waterG: 3300 }),
      pot(3, { brewTimeS: null, strengthPct: null }),
    ];
    const others = [
      pot(4, { dialSetting: 11.5 }),
      pot(5, { coffeeId: "low tide" }),
      pot(6, { brewerId: "turnstone" }),
      pot(7, { grinderId: "dunlin" }),
      pot(8, { curveVersion: 2 }),
      pot(9, { doseG: 180 }),
      pot(10, { waterG: 2350 }),
      pot(11, { iceG: 800 }),
      pot(12, { method: "bath" }),
    ];
    const { batches, signals } = seen([...as, ...others]);
    expect(batches).toBe(4);
    expect(signals.time?.values).toHaveLength(3);
    expect(signals.strength?.values).toHaveLength(3);
    expect(signals.yield?.values[0]).toBeCloseTo(2800 / 3229, 12);
  });

  test("an iced cup that was metered in its glass tells nothing of the brew", () => {
    const iced = { ...BIG_POT, serve: "iced" as const, iceG: 1100, waterG: 1667, doseG: 184 };
    const cups = (["inGlass", "melted", "beforeIce"] as const).map((sampledAt, i) =>
      pot(i, { iceG: 1100, waterG: 1667, doseG: 184, sampledAt }),
    );
    expect(seen(cups, iced).signals.strength?.values).toHaveLength(2);
  });

  test("a grinder that moves shows in the verdicts, dated by its batches", () => {
    const random = seeded(4);
    const time = (level: number) => level * (1 + 0.012 * random.normal());
    const batches = Array.from({ length: 90 }, (_, i) => pot(i, { brewTimeS: time(i < 55 ? 350 : 378) }));
    const small = { ...BIG_POT, id: "small", brewerId: "turnstone", doseG: 110, waterG: 1733 };
    const smalls = Array.from({ length: 90 }, (_, i) =>
      pot(i, { brewerId: "turnstone", doseG: 110, waterG: 1733, brewTimeS: time(i < 55 ? 320 : 345) }),
    );
    const [verdict] = verdictsOf(watchedOf([BIG_POT, small], [...batches, ...smalls]));
    expect(verdict).toMatchObject({ cause: "finer", thingId: "chough" });
    expect(Math.abs(verdict!.sinceMs - (START_MS + 3 * 55 * HOUR_MS))).toBeLessThan(5 * 3 * HOUR_MS);
  });

  test("a standard that nothing was brewed by yet is there, and quiet", () => {
    const { batches, signals } = seen([]);
    expect(batches).toBe(0);
    expect(signals.time?.watched).toEqual({ stretches: [], changes: [] });
  });
});
