import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { melt } from "#core/ice";
import { must } from "#core/result";
import { nearly } from "#tests/nearly.ts";
import rescueCases from "#tests/vectors/rescue.json" with { type: "json" };
import {
  type RescueInput,
  type RescueMove,
  rescue,
  USUAL_BLEND,
  USUAL_LATE_PCT,
  WENT_KINDS,
  type Went,
  type WentKind,
} from "./index.ts";

const POT: RescueInput = {
  sheet: {
    doseG: 202,
    brewWaterG: 3229,
    bypassG: 0,
    iceG: 0,
    yieldG: 2800.76,
    strengthPct: 1.3703423356517515,
  },
  retentionGPerG: 2.12,
  extractionPct: 19,
  lateStrengthPct: USUAL_LATE_PCT,
  serve: "hot",
  blend: USUAL_BLEND,
  vessel: { brimG: 3100, workingG: 2850 },
  want: { strengthPct: [1.2, 1.45] },
  went: { kind: "spilt", g: 100 },
};
const rescued = (went: Went, change: Partial<RescueInput> = {}) => rescue({ ...POT, ...change, went });
const kinds = (went: Went, change: Partial<RescueInput> = {}) =>
  must(rescued(went, change)).options.map(({ kind }) => kind);

test("all worked cases are cases of this test", () => {
  expect(rescueCases).toHaveLength(14);
});

test.each(rescueCases)("$name", ({ input, output }) => {
  const { lateStrengthPct, serve, blend } = POT;
  const answer = must(rescue({ lateStrengthPct, serve, blend, ...input } as RescueInput));
  expect(nearly(answer)).toEqual(nearly(output));
});

describe("the order", () => {
  test("a pot that is as wanted stays as it is; one that is not is mended first", () => {
    expect(kinds({ kind: "spilt", g: 100 })[0]).toBe("asIs");
    expect(kinds({ kind: "doseOff", g: 13 })[0]).toBe("addWater");
    expect(kinds({ kind: "spilt", g: 100 }, { want: { strengthPct: [1.4, 1.5] } })).toEqual([
      "asIs",
      "pourAway",
    ]);
  });

  test("the window's edges are as wanted", () => {
    const { strengthPct } = must(rescued({ kind: "doseOff", g: 12 })).now;
    expect(kinds({ kind: "doseOff", g: 12 }, { want: { strengthPct: [1, strengthPct] } })[0]).toBe("asIs");
    expect(kinds({ kind: "doseOff", g: 12 }, { want: { strengthPct: [strengthPct, 2] } })[0]).toBe("asIs");
  });

  test("what fits goes before what does not, and pouring away comes last, but for what cooked", () => {
    expect(kinds({ kind: "rinseLeft", g: 400 })).toEqual(["pourOff", "blend", "asIs", "pourAway"]);
    expect(kinds({ kind: "cooked", g: 200 })[0]).toBe("pourAway");
  });

  test("without a vessel everything fits, and nothing is poured off", () => {
    expect(kinds({ kind: "rinseLeft", g: 4000 }, { vessel: undefined })).not.toContain("pourOff");
  });

  test("a pot that is too warm is iced before it is called right", () => {
    const heat = { potTempC: 12, iceTempC: 0, iceWetShare: 0, vesselJPerK: 0, finalTempC: 8 };
    const wide = { serve: "iced", want: { strengthPct: [1, 2] } } as const;
    expect(kinds({ kind: "spilt", g: 100 }, { ...wide, heat })).toEqual(["addIce", "asIs", "pourAway"]);
    expect(kinds({ kind: "spilt", g: 100 }, { ...wide, heat: { ...heat, potTempC: 10 } })[0]).toBe("asIs");
    expect(kinds({ kind: "spilt", g: 100 }, { ...wide, heat: { ...heat, potTempC: 8 } })).not.toContain(
      "addIce",
    );
  });

  test("a blend that is no stronger than the pot is no move", () => {
    expect(kinds({ kind: "rinseLeft", g: 100 }, { blend: { ratio: 17, extractionPct: 17 } })).not.toContain(
      "blend",
    );
  });

  test("a blend that keeps all its water gives none", () => {
    expect(kinds({ kind: "rinseLeft", g: 100 }, { blend: { ratio: 2, extractionPct: 17 } })).not.toContain(
      "blend",
    );
  });

  test("hot coffee takes more room than the cold water that the brim was weighed with; iced takes as much", () => {
    const vessel = { brimG: 2900, workingG: 2600 };
    const isIn = (serve: "hot" | "iced") =>
      must(rescued({ kind: "rinseLeft", g: 50 }, { vessel, serve })).options.find(
        ({ kind }) => kind === "asIs",
      )?.fits;
    // 2,850.76 g: hot 2,954 ml, cold 2,851 ml.
    expect([isIn("hot"), isIn("iced")]).toEqual([false, true]);
  });

  test("what is off by nothing is mended by nothing", () => {
    expect(kinds({ kind: "extraWater", g: 0 })).toEqual(["asIs", "pourAway"]);
  });
});

test("more than there was cannot be spilt", () => {
  expect(rescued({ kind: "spilt", g: 2800.76 })).toMatchObject({
    ok: false,
    failure: { code: "moreThanThere" },
  });
  expect(rescued({ kind: "doseOff", g: -202 })).toMatchObject({
    ok: false,
    failure: { code: "moreThanThere" },
  });
});

const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
type ByMass = Exclude<WentKind, "doseOff" | "extractionOff" | "mixed">;
const BY_MASS = WENT_KINDS.filter(
  (kind): kind is ByMass => !["doseOff", "extractionOff", "mixed"].includes(kind),
);
const went: fc.Arbitrary<Went> = fc.oneof(
  fc.record({
    kind: fc.constantFrom(...BY_MASS),
    g: figure(0, 1500),
  }),
  fc.record({ kind: fc.constant("doseOff" as const), g: figure(-80, 80) }),
  fc.record({ kind: fc.constant("extractionOff" as const), extractionPct: figure(10, 24) }),
  fc.record({ kind: fc.constant("mixed" as const), g: figure(0, 1000), strengthPct: figure(0.6, 2.5) }),
);
const pot = fc
  .record({
    went,
    doseG: figure(60, 300),
    ratio: figure(12, 19),
    extractionPct: figure(15, 23),
    retentionGPerG: figure(1.8, 2.4),
    potTempC: figure(0, 90),
    brimG: figure(500, 6000),
  })
  .map(({ went: how, doseG, ratio, extractionPct, retentionGPerG, potTempC, brimG }): RescueInput => {
    const yieldG = doseG * (ratio - retentionGPerG);
    return {
      ...POT,
      sheet: {
        doseG,
        brewWaterG: ratio * doseG,
        bypassG: 0,
        iceG: 0,
        yieldG,
        strengthPct: (extractionPct * doseG) / yieldG,
      },
      retentionGPerG,
      extractionPct,
      went: how,
      vessel: { brimG, workingG: 0.92 * brimG },
      heat: { potTempC, iceTempC: -2, iceWetShare: 0.05, vesselJPerK: 400, finalTempC: 8 },
    };
  });

/** Mass and solids that a move adds to the pot, g. */
function added(move: RescueMove, { blend, retentionGPerG, went: how, lateStrengthPct }: RescueInput) {
  const { waterG = 0, iceG = 0, g = 0, doseG = 0, brewWaterG = 0, kind } = move;
  if (kind === "brewOn" && how.kind === "lessWater")
    return { massG: brewWaterG, solidsG: (how.g * lateStrengthPct) / 100 };
  if (kind === "blend")
    return { massG: brewWaterG - retentionGPerG * doseG, solidsG: (doseG * blend.extractionPct) / 100 };
  return { massG: waterG + iceG - g, solidsG: 0 };
}

test("mass and solids balance in every move, and each reaches what it claims", () => {
  fc.assert(
    fc.property(pot, (input) => {
      const found = rescue(input);
      if (!found.ok) return;
      const { now, options } = found.value;
      for (const move of options) {
        if (move.kind === "pourAway") continue;
        const { massG, solidsG } = added(move, input);
        expect(move.liquidG).toBeCloseTo(now.liquidG + massG, 6);
        const share = move.kind === "pourOff" ? move.liquidG / now.liquidG : 1;
        const solids = (now.liquidG * now.strengthPct * share) / 100 + solidsG;
        expect((move.liquidG * move.strengthPct!) / 100 / solids).toBeCloseTo(1, 9);
        if (move.kind === "addWater" || move.kind === "blend")
          expect(move.strengthPct! / input.sheet.strengthPct).toBeCloseTo(1, 9);
        if (move.kind === "addIce") {
          const { potTempC, ...ice } = input.heat!;
          const melted = must(
            melt({
              hotG: now.liquidG,
              hotTempC: potTempC,
              iceG: move.iceG!,
              iceTempC: ice.iceTempC,
              iceWetShare: ice.iceWetShare,
              vesselJPerK: ice.vesselJPerK,
              vesselTempC: potTempC,
              strengthPct: now.strengthPct,
            }),
          );
          expect(melted.finalTempC).toBeCloseTo(8, 6);
          expect(melted.iceLeftG).toBeCloseTo(0, 6);
          expect(melted.strengthPct).toBeCloseTo(move.strengthPct!, 9);
        }
      }
    }),
  );
});

test("nothing that fits stands behind something that does not, and no move is there twice", () => {
  fc.assert(
    fc.property(pot, (input) => {
      const found = rescue(input);
      if (!found.ok) return;
      const moves = found.value.options.filter(({ kind }) => kind !== "pourAway");
      const places = moves.map(({ fits }) => (fits ? 0 : 1));
      expect(places).toEqual(places.toSorted());
      expect(new Set(moves.map(({ kind }) => kind)).size).toBe(moves.length);
    }),
  );
});
