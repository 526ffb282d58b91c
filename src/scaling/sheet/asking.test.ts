import { describe, expect, test } from "vitest";
import type { Bench, BenchBrewer, BenchRecipe } from "#contract/bench.ts";
import { sprayPours } from "#core/brew";
import { TEXTURE_UM, umAt } from "#core/grind";
import { must } from "#core/result";
import { firstState, serveAs } from "#scaling/choice";
import { CHOUGH_CURVE } from "#tests/grinders.ts";
import { BENCH, LOFT_CONE } from "#tests/pierHead.ts";
import { askingOf } from "./asking.ts";
import { solveState } from "./solved.ts";

const FULMAR = BENCH.brewers[0]!;
const CHOUGH = BENCH.grinders[0]!;

function asked(bench: Bench, serve: "hot" | "iced" = "hot") {
  const state = serveAs(serve, firstState(bench), bench);
  return askingOf(state, bench, must(solveState(state, bench)).rounded);
}
function asking(bench = BENCH, serve: "hot" | "iced" = "hot") {
  const answer = asked(bench, serve);
  if ("missing" in answer) throw new Error(answer.missing);
  return answer.asking;
}
const withRecipe = (change: Partial<BenchRecipe>) => ({ ...BENCH, recipes: [{ ...LOFT_CONE, ...change }] });
const withBrewer = (change: Partial<BenchBrewer>) => ({ ...BENCH, brewers: [{ ...FULMAR, ...change }] });

describe("what is forecast", () => {
  test("the source as it was made by hand, the sheet's batch as the brewer sprays it", () => {
    const { source, plan } = asking();
    expect(source).toMatchObject({ doseG: 22, waterTempC: 93, factors: { permeability: 1 / 1.2 } });
    expect(source.grindUm).toBeCloseTo(800, 6);
    expect(source.pours).toMatchObject([{ atS: 0, waterG: 55 }, { atS: 40 }, { atS: 75 }, { atS: 110 }]);
    expect(plan).toMatchObject({ doseG: 202, addedG: 0, programme: { by: "spray", modes: FULMAR.sprays } });
    // The spray's end and 65 s, give or take a fifth.
    const last = sprayPours(plan.waterG, FULMAR.sprays).at(-1) as {
      atS: number;
      waterG: number;
      rateGPerS: number;
    };
    const end = last.atS + last.waterG / last.rateGPerS;
    expect(plan.limits).toMatchObject({
      paperMm: 96,
      timeS: [expect.closeTo(0.8 * (end + 65), 6), expect.closeTo(1.2 * (end + 65), 6)],
    });
  });

  test("iced, the ice joins below the bed; a hand brew has its own window when iced", () => {
    const iced = asking(BENCH, "iced");
    expect(iced.plan.addedG).toBeGreaterThan(500);
    const byHand = withBrewer({ kind: "hand", basket: LOFT_CONE.basket, doseMaxG: 400 });
    expect(asking(byHand).plan.limits.timeS).toEqual([165, 240]);
    expect(asking(byHand, "iced").plan.limits.timeS).toEqual([120, 195]);
    expect(asking(byHand).plan.programme).toEqual({
      by: "hand",
      rhythm: { doseG: 22, blooms: true, pours: LOFT_CONE.pours },
    });
    expect(asking(byHand).byHand).toBe(true);
    expect(asking().byHand).toBe(false);
  });

  test("a brewer whose spray nobody weighed runs its water in four minutes", () => {
    const { plan } = asking(withBrewer({ sprays: [] }));
    if (plan.programme.by !== "spray") throw new Error("no spray");
    expect(plan.programme.modes[0]?.rateGPerS).toBeCloseTo(plan.waterG / 240, 9);
  });

  test("water never boils over: the plan takes what the site and the spray head allow", () => {
    expect(asking(withBrewer({ sprayTempC: 89 })).plan.waterTempC).toBe(89);
    const high = { ...BENCH, site: { ...BENCH.site, altitudeM: 3000 } };
    expect(asking(high).plan.waterTempC).toBeLessThan(91);
  });
});

describe("the dial", () => {
  test("goes by its own curve, else by the source grinder's through the pairs", () => {
    expect(umAt(asking().dial.curve, 9.5)).toBeCloseTo(800, 6);
    const bare = { ...BENCH, grinders: [{ ...CHOUGH, curve: [] }] };
    expect(umAt(asking(bare).dial.curve, 9.5)).toBeCloseTo(800, 6);
    expect(asking(bare).spread.grindShare).toBeGreaterThan(asking().spread.grindShare);
  });

  test("a source grinder without a curve is read on this one's", () => {
    const bare = withRecipe({ grinder: { ...LOFT_CONE.grinder!, curve: [] } });
    expect(asking(bare).source.grindUm).toBeCloseTo(800, 6);
  });

  test("what is only typical makes the forecast less sure", () => {
    const measured = asking().spread;
    const typical = asking({
      ...withBrewer({ typical: ["retention"] }),
      coffees: [{ ...BENCH.coffees[0]!, typical: ["density"] }],
      grinders: [{ ...CHOUGH, curve: CHOUGH_CURVE.map((point) => ({ ...point, by: "word" as const })) }],
    }).spread;
    expect(typical.retentionGPerG).toBeGreaterThan(measured.retentionGPerG);
    expect(typical.densityGPerMl).toBeGreaterThan(measured.densityGPerMl);
    expect(typical.grindShare).toBeGreaterThan(measured.grindShare);
    expect(asking(withBrewer({ sprayTempC: 93 })).spread.waterTempC).toBeLessThan(measured.waterTempC);
  });
});

test("a recipe that was ground here is read as its grinder ground on that day", () => {
  const here = withRecipe({ grinder: { ...LOFT_CONE.grinder!, id: "chough" } });
  const moved = (at: string) => {
    const moves = [{ at, share: 0.9, curveVersion: 1 }];
    const fit = { brewerId: "fulmar", grinderId: "chough", permeability: 1, extraction: 1, batches: 9 };
    return asking({ ...here, fits: [{ ...fit, versionId: null, moves }] }).source.grindUm;
  };
  // It was written down on 17 May.
  expect(moved("2026-05-01T08:00:00.000Z") / asking(here).source.grindUm).toBeCloseTo(0.9, 9);
  expect(moved("2026-06-01T08:00:00.000Z")).toBeCloseTo(asking(here).source.grindUm, 9);
});

describe("what is missing is named", () => {
  test.each([
    ["basket", withBrewer({ basket: null })],
    ["sourceBasket", withRecipe({ basket: null })],
    ["press", withBrewer({ kind: "press" })],
    ["sourcePress", withRecipe({ brewer: { ...LOFT_CONE.brewer, kind: "press" } })],
    [
      "matched",
      withRecipe({ grinder: { ...LOFT_CONE.grinder!, id: "chough" }, dialSetting: null, texture: null }),
    ],
    ["curve", { ...withRecipe({ grinder: null, pairs: {} }), grinders: [{ ...CHOUGH, curve: [] }] }],
    ["curve", { ...withRecipe({ pairs: {} }), grinders: [{ ...CHOUGH, curve: [] }] }],
    ["matched", withRecipe({ pairs: {}, grinder: { ...LOFT_CONE.grinder!, curve: [] } })],
  ] as const)("%s", (missing, bench) => {
    expect(asked(bench)).toEqual({ missing });
  });
});

describe("what may mend it", () => {
  test("brewers that take the batch", () => {
    expect(asking().mending.others).toEqual([]);
    const two = {
      ...BENCH,
      brewers: [
        FULMAR,
        { ...FULMAR, id: "twin", name: "Twin" },
        { ...FULMAR, id: "small", name: "Small", doseMaxG: 90 },
      ],
    };
    expect(asking(two).mending.others.map(({ name }) => name)).toEqual(["Twin"]);
    const scant = {
      ...FULMAR,
      id: "scant",
      name: "Scant",
      lattice: { ...FULMAR.lattice, maxSettingG: 2000 },
    };
    const hasty = {
      ...FULMAR,
      id: "hasty",
      name: "Hasty",
      lattice: { ...FULMAR.lattice, minSettingG: 3500 },
    };
    expect(asking({ ...BENCH, brewers: [FULMAR, scant, hasty] }).mending.others).toEqual([]);
  });
});

describe("a recipe that is not like the others", () => {
  test("a texture stands for a dial that nobody noted", () => {
    const worded = asking(withRecipe({ grinder: null, dialSetting: null, texture: "table salt", pairs: {} }));
    expect(worded.source.grindUm).toBe(TEXTURE_UM["table salt"]);
    expect(umAt(worded.dial.curve, worded.settings.source!)).toBeCloseTo(TEXTURE_UM["table salt"], 0);
  });

  test("one that was sprayed is poured in a hand's usual rhythm", () => {
    const cone = { ...FULMAR, kind: "hand" as const, basket: LOFT_CONE.basket, doseMaxG: 400 };
    const sprayed = { ...LOFT_CONE, brewer: { kind: "batch" as const, drag: 1, sprays: FULMAR.sprays } };
    const { plan, byHand } = asking({ ...BENCH, brewers: [cone], recipes: [sprayed] });
    expect([plan.programme.by, byHand]).toEqual(["hand", false]);
  });

  test("what was fitted to a cup counts for its brewer and grinder, and makes them surer", () => {
    const fit = {
      brewerId: "fulmar",
      grinderId: "chough",
      permeability: 1.3,
      extraction: 1.1,
      batches: 0,
      moves: [],
      versionId: "loft",
    };
    const fitted = asking({ ...BENCH, fits: [fit] });
    expect(fitted.plan.factors).toEqual({ permeability: 1.3, extraction: 1.1 });
    expect(fitted.source.factors).toEqual({ permeability: 1 / 1.2, extraction: 1 });
    expect(fitted.spread.permeabilityShare).toBeLessThan(asking().spread.permeabilityShare);
    // What was fitted on another of the two counts for neither.
    for (const other of [{ grinderId: "dunlin" }, { brewerId: "turnstone" }])
      expect(asking({ ...BENCH, fits: [{ ...fit, ...other }] })).toEqual(asking());
  });
});

test("a brewer whose spray nobody noted takes as long as such batches may, the small ones by themselves", () => {
  const { brewTimeS } = BENCH.settings;
  const unsprayed = withBrewer({ sprays: [] });
  expect(asking(unsprayed).plan.limits.timeS).toEqual(brewTimeS.batch);
  const small = {
    ...unsprayed,
    vessels: [{ ...BENCH.vessels[0]!, workingG: 700, brimG: 750 }],
    brewers: [{ ...unsprayed.brewers[0]!, lattice: { ...FULMAR.lattice, minSettingG: 300 } }],
  };
  expect(asking(small).plan.limits.timeS).toEqual(brewTimeS.smallBatch);
});
