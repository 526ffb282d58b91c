import { describe, expect, test } from "vitest";
import type { Bench } from "#contract/bench.ts";
import { BENCH, LOFT_CONE } from "#tests/pierHead.ts";
import { BIG_POT } from "#tests/standards.ts";
import { equipmentOf, sideOf, usualSizesG } from "./sites.ts";

const FULMAR = BENCH.brewers[0]!;
/** Up the hill: a hand cone, and a smaller brewer of the same kind. */
const LOFT: Bench = {
  ...BENCH,
  site: { ...BENCH.site, id: "loft", name: "Rope Loft", altitudeM: 2500 },
  brewers: [
    {
      ...FULMAR,
      id: "cone",
      name: "hand cone",
      kind: "hand",
      basket: LOFT_CONE.basket,
      sprays: [],
      doseMaxG: 42,
    },
    { ...FULMAR, id: "small", name: "Small", preferredMinG: 1400, preferredMaxG: 2400 },
  ],
};
const pier = equipmentOf({ ...BENCH, standards: [BIG_POT] }, {})!;
const loft = equipmentOf(LOFT, { brewerId: "small" })!;

describe("one recipe on two sites", () => {
  test("each is brewed on what was chosen, else on the site's first bed", () => {
    expect(pier.brewer.name).toBe("Fulmar");
    expect(loft.brewer.name).toBe("Small");
    expect(equipmentOf(LOFT, {})?.brewer.name).toBe("hand cone");
    expect(equipmentOf(LOFT, { brewerId: "gone" })?.brewer.name).toBe("hand cone");
    expect(equipmentOf({ ...LOFT, vessels: [] }, {})).toBeUndefined();
    expect(equipmentOf({ ...LOFT, brewers: [{ ...FULMAR, kind: "press" }] }, {})).toBeUndefined();
  });

  test("at the largest pot that both do, else each at its own", () => {
    const [a, b] = usualSizesG(LOFT_CONE, [pier, loft]);
    expect(a).toBe(b);
    expect(a).toBeLessThanOrEqual(2200);
    const [pot, cup] = usualSizesG(LOFT_CONE, [pier, equipmentOf(LOFT, {})!]);
    expect(pot).toBeGreaterThan(2000);
    expect(cup).toBeLessThan(400);
  });

  test("what differs is there to be told: temperature, bed, lessons; an approved pot stands as approved", () => {
    const here = sideOf(LOFT_CONE, pier, { serve: "hot", sizeG: 2800 })!;
    const there = sideOf(LOFT_CONE, loft, { serve: "hot", sizeG: 2000 })!;
    expect(there.facts.waterTempC).toBeLessThan(here.facts.waterTempC);
    expect(there.facts.bedDepthMm!).toBeLessThan(here.facts.bedDepthMm!);
    expect([here.facts.lessons, there.facts.lessons]).toEqual([1, 0]);
    expect("failure" in here.cell.made ? undefined : here.cell.made.setting).toBe(11);
    expect(sideOf({ ...LOFT_CONE, coffeeId: "gone" }, pier, { serve: "hot", sizeG: 2000 })).toBeUndefined();
  });
});
