import { describe, expect, test } from "vitest";
import type { Bench, BenchRecipe } from "#contract/bench.ts";
import { type CardSheet, cardSheet } from "#contract/card.ts";
import { currentCard } from "#contract/cardShape.ts";
import { ICED_METHODS } from "#core/iced";
import { ANSWERS } from "#core/outlook";
import { must } from "#core/result";
import { firstState, fromRecipe, methodAs, type ScaleState, serveAs } from "#scaling/choice";
import { BENCH, LOFT_CONE, SLACK_WATER } from "#tests/pierHead.ts";
import { makeCard, poursFor } from "./card.ts";
import { remade } from "./remade.ts";

const ID = "0190a5c0-0000-7000-8000-000000000001";
/** A bench whose rows have ids as a card takes them. */
const BENCH_: Bench = {
  ...BENCH,
  brewers: [{ ...BENCH.brewers[0]!, id: ID }],
  vessels: BENCH.vessels.map((vessel) => ({
    ...vessel,
    id: ID.replace(/1$/, String(BENCH.vessels.indexOf(vessel) + 2)),
  })),
  grinders: [{ ...BENCH.grinders[0]!, id: ID }],
  coffees: [{ ...BENCH.coffees[0]!, id: ID }],
  iceSources: [{ ...BENCH.iceSources[0]!, id: ID }],
  recipes: [
    { ...LOFT_CONE, versionId: ID, coffeeId: ID, pairs: { [ID]: LOFT_CONE.pairs.chough! } },
    {
      ...SLACK_WATER,
      versionId: ID.replace(/1$/, "9"),
      coffeeId: ID,
      pairs: { [ID]: LOFT_CONE.pairs.chough! },
    },
  ],
};
const [LOFT, SLACK] = BENCH_.recipes as [BenchRecipe, BenchRecipe];

function card(change: (state: ScaleState) => ScaleState = (state) => state, bench = BENCH_): CardSheet {
  // As it comes back out of the database, and as the schema has it.
  return cardSheet.parse(JSON.parse(JSON.stringify(must(makeCard(change(firstState(bench)), bench)).sheet)));
}
const pinned =
  (...pins: ScaleState["pins"]) =>
  (state: ScaleState) => ({ ...state, pins });
const figures = ({ result: { rounded } }: CardSheet) => rounded;
const NEXT: BenchRecipe = {
  ...LOFT,
  versionId: ID.replace(/1$/, "8"),
  version: 5,
  dialSetting: 28,
  waterTempC: 95,
  hotWaterG: 374,
};

describe("a card", () => {
  const [FULMAR] = BENCH_.brewers;
  const on = (brewer: object, recipe: object = {}) =>
    card((state) => state, {
      ...BENCH_,
      brewers: [{ ...FULMAR!, ...brewer }],
      recipes: [{ ...LOFT, ...recipe } as BenchRecipe, SLACK],
    });

  test("keeps what is done by hand where it is brewed as its recipe was, and nowhere else", () => {
    const steps = [{ when: "at" as const, atS: 45, act: "stir" as const, note: "", staysG: null }];
    const sprayed = { brewer: { ...LOFT.brewer, kind: "batch" as const } };
    expect(on({}, { ...sprayed, steps }).byHand).toHaveLength(1);
    expect(on({}, { steps })).not.toHaveProperty("byHand");
    expect(on({}, sprayed)).not.toHaveProperty("byHand");
    const press = { steepS: 240, stirred: true, pressS: 30, turnedOver: false };
    expect(on({}, { press })).not.toHaveProperty("press");
    expect(on({ kind: "press" }, { press }).press).toEqual({ ...press, cupG: null });
    expect(on({ kind: "press" })).not.toHaveProperty("press");
  });

  test("keeps that it is for a bag's first pot, or follows an approved batch", () => {
    const old = card();
    const firstPot = { roastedOn: "2026-07-05", low: 8, high: 11 };
    expect(must(remade({ ...old, firstPot }, LOFT, NEXT, BENCH_)).sheet.firstPot).toEqual(firstPot);
    expect(must(remade(old, LOFT, NEXT, BENCH_)).sheet).not.toHaveProperty("firstPot");
    const standard = { batchId: ID, approvedAt: "2026-07-01T09:00:00.000Z" } as CardSheet["standard"];
    expect(must(remade({ ...old, standard }, LOFT, NEXT, BENCH_)).sheet.standard).toEqual(standard);
  });

  test("its pours are recut for an iced bloom alone", () => {
    const cone = { ...FULMAR!, kind: "hand" as const };
    const chosen = { recipe: LOFT, brewer: cone } as unknown as Parameters<typeof poursFor>[1];
    const rounded = { doseG: 22, brewWaterG: 352 } as Parameters<typeof poursFor>[2]["rounded"];
    const first = (serve: "hot" | "iced", bloomTimes: number | null) =>
      poursFor(
        { serve, iced: { ...firstState(BENCH_).iced, bloomTimes } },
        chosen,
        { rounded },
        undefined,
      )![0]!.toG;
    expect(first("hot", 3)).toBe(first("hot", null));
    expect(first("iced", 3)).toBe(66);
  });

  test("says how its brewer is marked where that is not in litres, and what was typical", () => {
    expect(on({ marks: "cups", cupMarkG: 150 }).madeWith.marked).toEqual({ marks: "cups", cupMarkG: 150 });
    expect(on({}).madeWith).not.toHaveProperty("marked");
    expect(on({ typical: ["retention"] }).madeWith.typical).toEqual([
      { name: "Fulmar", aspects: ["retention"] },
    ]);
    expect(on({}).madeWith.typical).toEqual([]);
  });
});

describe("a card from another version of its recipe", () => {
  test.each([...ICED_METHODS, "hot" as const])(
    "from the very same version it is the very same card, byte for byte: %s",
    (method) => {
      for (const grind of [...ANSWERS, 9]) {
        const state = firstState(BENCH_);
        const served = method === "hot" ? state : methodAs(method, serveAs("iced", state, BENCH_), BENCH_);
        // Its fields and its pins' in another order than a card is written in.
        const pins = served.pins.map(({ value, name }) => ({ value, name }));
        const { iced, ...others } = { ...served, grind, pins };
        const stored = JSON.stringify(must(makeCard({ iced, ...others }, BENCH_)).sheet);
        const again = must(remade(currentCard(JSON.parse(stored)), LOFT, LOFT, BENCH_)).sheet;
        expect(JSON.stringify(again)).toBe(stored);
        expect(JSON.stringify(must(makeCard({ ...served, grind }, BENCH_)).sheet)).toBe(stored);
        expect(cardSheet.parse(JSON.parse(stored))).toEqual(JSON.parse(stored));
      }
    },
  );

  test("its ratio, its water and its dial follow; its yield stays", () => {
    const old = card();
    const { sheet } = must(remade(old, LOFT, NEXT, BENCH_));
    expect(sheet.input.pins).toEqual({ ...old.input.pins, brewRatio: 17 });
    expect(figures(sheet).doseG).toBeLessThan(figures(old).doseG);
    expect(sheet.madeWith).toMatchObject({ recipeVersionId: NEXT.versionId, waterTempC: 95 });
    expect(sheet.dial!.setting).toBeLessThan(old.dial!.setting);
    expect(sheet.forecast!.extractionPct).not.toBe(old.forecast!.extractionPct);
  });

  test("a ratio, a dose and a dial that somebody set stay", () => {
    const old = card((state) => ({
      ...pinned({ name: "doseG", value: 180 }, { name: "brewRatio", value: 15.5 })(state),
      grind: 9,
    }));
    const { sheet } = must(remade(old, LOFT, NEXT, BENCH_));
    expect(sheet.input.pins).toEqual({ doseG: 180, brewRatio: 15.5 });
    expect(sheet.dial).toMatchObject({ setting: 9, by: "hand" });
  });

  test("iced, the ratio with its ice follows, and the temperature stays", () => {
    const old = card((state) => fromRecipe(SLACK.versionId, state, BENCH_));
    const next = { ...SLACK, versionId: ID.replace(/1$/, "7"), hotWaterG: 246 };
    const { sheet } = must(remade(old, SLACK, next, BENCH_));
    expect(sheet.input.pins.totalRatio).toBe(16);
    expect(sheet.input.pins.finalTempC).toBe(old.input.pins.finalTempC);
  });

  test("what is not on the bench any more, and what cannot be solved, is said", () => {
    const gone = remade(card(), LOFT, NEXT, { ...BENCH_, brewers: [] });
    expect(gone).toEqual({ ok: false, failure: { code: "gone", what: "brewer" } });
    const dry = remade(card(), LOFT, { ...NEXT, hotWaterG: 40 }, BENCH_);
    expect(dry).toMatchObject({ ok: false, failure: { code: "noSheet" } });
  });
});

describe("a card that is poured by hand", () => {
  const cone = {
    ...BENCH_.brewers[0]!,
    kind: "hand" as const,
    basket: LOFT.basket,
    lattice: { stepG: 1, slope: 1, interceptG: 0, minSettingG: 100, maxSettingG: 700 },
    doseMaxG: 42,
    retentionGPerG: 2.23,
    filter: { ...BENCH.brewers[0]!.filter, drag: 1.2 },
  };
  const bench: Bench = { ...BENCH_, brewers: [cone] };

  test("keeps the recipe's rhythm at its own dose, stretched as the bed draws down, to whole grams and seconds", () => {
    const made = card(pinned({ name: "doseG", value: 30 }, { name: "brewRatio", value: 16 }), bench);
    expect(made.pours!.map(({ toG }) => toG)).toEqual([75, 205, 341, 480]);
    expect(made.pours![1]).toMatchObject({ atS: 40, agitation: "none" });
    expect(made.pours![3]!.atS).toBeGreaterThan(110);
    expect(made.pours![0]!.agitation).toBe("swirl");
  });

  test("a batch brewer's card has none", () => {
    expect(card().pours).toBeUndefined();
  });
});
