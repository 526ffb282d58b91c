import { describe, expect, test } from "vitest";
import type { Bench } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { ICED_METHODS } from "#core/iced";
import { must } from "#core/result";
import { type MadeCard, makeCard } from "#scaling/cards";
import {
  firstState,
  methodAs,
  nearestSetting,
  type ScaleState,
  serveAs,
  standardAt,
  withoutIce,
} from "#scaling/choice";
import { approvedSetting, groundOf, solveState, teachingOf } from "#scaling/sheet";
import { BENCH, LOFT_CONE } from "#tests/pierHead.ts";
import { BIG_POT } from "#tests/standards.ts";
import { asStandard } from "./approved.ts";
import { cardAfterBatch, followedBatch, placeOfCard } from "./standard.ts";

const FULMAR = BENCH.brewers[0]!;
const sheetOf = ({ sheet }: MadeCard) => sheet;
const CARD = sheetOf(must(makeCard(firstState(BENCH), BENCH)));
const benchWith = (...standards: Bench["standards"]): Bench => ({ ...BENCH, standards });
const cardAfter = (card: CardSheet, bench: Bench, batchId = BIG_POT.batchId) => {
  const made = cardAfterBatch(card, LOFT_CONE, { bench, batchId, grinderIds: ["chough"] });
  return made && sheetOf(must(made));
};

/** Setting of a sheet that was taken as the big pot was approved. */
const settingOn = (bench: Bench) => {
  const state = asStandard(firstState(bench), BIG_POT, bench);
  return approvedSetting(state, bench, must(solveState(state, bench)).rounded);
};

test("a card's record of an approved batch says what that was timed and metered to be, and nothing else", () => {
  const batch = { batchId: "b", approvedAt: "2026-07-01T09:00:00.000Z", brewTimeS: 341, strengthPct: 1.36 };
  const { brewTimeS: _, strengthPct: __, ...bare } = batch;
  const was = CARD.standard?.was as never;
  expect(followedBatch(batch, was)).toEqual({ ...batch, was });
  expect(followedBatch({ ...batch, brewTimeS: null, strengthPct: null }, was)).toEqual({ ...bare, was });
});

test("what was ground on other burrs is translated by what its dial ground, and is nothing where nobody knows that", () => {
  const chough = BENCH.grinders[0]!;
  const before = { version: 0, points: chough.curve.map((point) => ({ ...point, um: 1.1 * point.um })) };
  const standard = { ...BIG_POT, curve: before } as typeof BIG_POT;
  const ground = groundOf(standard, chough, BENCH)!;
  expect(ground.as).toBe("translated");
  expect(ground.setting).toBeGreaterThan(BIG_POT.dialSetting);
  const unknown = {
    ...standard,
    grinderId: "gone",
    curve: { version: 0, points: [] },
  } as unknown as typeof BIG_POT;
  expect(groundOf(unknown, chough, BENCH)).toBeUndefined();
});

test("a share that goes round the bed is of the approved batch's water", () => {
  const { pins } = asStandard(firstState(BENCH), BIG_POT, BENCH, 0.2);
  expect(pins.find(({ name }) => name === "bypassG")?.value).toBeCloseTo(0.2 * BIG_POT.waterG, 9);
  expect(asStandard(firstState(BENCH), BIG_POT, BENCH).pins.map(({ name }) => name)).not.toContain("bypassG");
});

describe("the standard of a pot", () => {
  test("is of its coffee, brewer, service and size, and of the nearest size", () => {
    const place = placeOfCard(CARD);
    expect(standardAt([BIG_POT], place)).toBe(BIG_POT);
    for (const other of [
      { coffeeId: "low tide" },
      { brewerId: "turnstone" },
      { serve: "iced" as const, method: "onIce" as const },
      { sizeG: 2400 },
    ]) {
      expect(standardAt([{ ...BIG_POT, ...other }], place)).toBeUndefined();
    }
    const near = { ...BIG_POT, id: "near", sizeG: 2790 };
    expect(standardAt([{ ...BIG_POT, sizeG: 2900 }, near], place)).toBe(near);
  });

  test("water that was delivered is the setting of the brewer that is nearest", () => {
    expect(nearestSetting(FULMAR, 3229)).toMatchObject({ settingG: 3300 });
    expect(nearestSetting(FULMAR, 3260).settingG).toBe(3300);
    expect(nearestSetting(FULMAR, 9000).settingG).toBe(3600);
    expect(nearestSetting(FULMAR, 3229).deliveredG).toBeCloseTo(0.976 * 3300 + 8, 9);
  });
});

describe("a card and its standard", () => {
  test("follows a batch that is approved: its dose, its setting and its dial, and says so", () => {
    const card = cardAfter(CARD, benchWith(BIG_POT))!;
    expect(card.result.rounded).toMatchObject({ doseG: 202, settingG: 3300 });
    expect(card.dial).toMatchObject({ setting: 11, by: "standard" });
    expect(card.standard).toMatchObject({ batchId: "big pot", brewTimeS: 352, strengthPct: 1.38 });
    expect(card.standard?.was).toEqual({ pins: CARD.chosen.pins, grind: CARD.chosen.grind });
  });

  test("stays where it is ground on another grinder, and says why", () => {
    const other = cardAfterBatch(CARD, LOFT_CONE, {
      bench: benchWith({ ...BIG_POT, grinderId: "dunlin" }),
      batchId: "big pot",
      grinderIds: ["dunlin"],
    });
    expect(other).toEqual({ ok: false, failure: { code: "otherGrinder" } });
  });

  test("moves along when the batch is corrected, and goes back when it is taken out; and follows again", () => {
    const approved = cardAfter(CARD, benchWith(BIG_POT))!;
    const corrected = cardAfter(approved, benchWith({ ...BIG_POT, dialSetting: 12, doseG: 198 }))!;
    expect([corrected.dial?.setting, corrected.result.rounded.doseG]).toEqual([12, 198]);
    const lapsed = cardAfter(corrected, benchWith())!;
    expect(lapsed.input.pins).toEqual(CARD.input.pins);
    expect(lapsed.dial).toMatchObject({ setting: CARD.dial!.setting, by: CARD.dial!.by });
    expect(lapsed.standard?.lapsed).toBe(true);
    expect(cardAfter(lapsed, benchWith(BIG_POT))?.standard?.lapsed).toBeUndefined();
  });

  test("a batch that replaces another takes its cards over; another pot's leaves them alone", () => {
    const approved = cardAfter(CARD, benchWith(BIG_POT))!;
    const next = { ...BIG_POT, id: "standard next", batchId: "next", dialSetting: 10 };
    expect(cardAfter(approved, benchWith(next), "next")?.dial?.setting).toBe(10);
    const small = { ...BIG_POT, batchId: "small", sizeG: 2000, doseG: 145, waterG: 2350 };
    expect(cardAfter(approved, benchWith(BIG_POT, small), "small")).toBeUndefined();
    const byRule = sheetOf(must(makeCard({ ...firstState(BENCH), grind: "rule" }, BENCH)));
    expect(cardAfter(byRule, benchWith(small), "small")).toBeUndefined();
  });

  test("a card that is ground by what is best known goes over to what another pot teaches, once that is another setting", () => {
    expect(CARD.chosen.grind).toBe("best");
    const small = { ...BIG_POT, batchId: "small", sizeG: 2000, doseG: 145, waterG: 2350 };
    const taught = (dialSetting: number) => cardAfter(CARD, benchWith({ ...small, dialSetting }), "small");
    expect(taught(CARD.dial!.setting + 3)!.dial).toMatchObject({ by: "learned" });
    const settings = [9, 10, 11, 12, 13, 14, 15, 16].map((at) => taught(at)?.dial?.setting);
    for (const setting of settings) expect(setting).not.toBe(CARD.dial!.setting);
    expect(settings).toContain(undefined);
  });

  test("a card that is ground by the learned dial is ground anew with every lesson", () => {
    const state = { ...firstState(BENCH), grind: "learned" as const };
    const learned = sheetOf(must(makeCard(state, BENCH)));
    const small = { ...BIG_POT, batchId: "small", sizeG: 2000, doseG: 145, waterG: 2350, dialSetting: 15 };
    const taught = cardAfter(learned, benchWith(small), "small")!;
    expect(taught.dial?.by).toBe("learned");
    expect(taught.dial!.setting).toBeGreaterThan(learned.dial!.setting);
  });

  test("a card that is ground by the learned dial of another grinder, or by another answer, stays", () => {
    const small = { ...BIG_POT, batchId: "small", sizeG: 2000 };
    const cardBy = (grind: "learned" | "rule", grinderIds: readonly string[]) =>
      cardAfterBatch(sheetOf(must(makeCard({ ...firstState(BENCH), grind }, BENCH))), LOFT_CONE, {
        bench: benchWith(small),
        batchId: "small",
        grinderIds,
      });
    expect(cardBy("learned", ["chough"])).toBeDefined();
    expect(cardBy("learned", ["dunlin"])).toBeUndefined();
    expect(cardBy("rule", ["chough"])).toBeUndefined();
  });

  test("a card that sends a share round the bed sends that share of the batch's water", () => {
    const start = firstState(BENCH);
    const pins = [...start.pins, { name: "bypassG" as const, value: 400 }];
    const card = sheetOf(must(makeCard({ ...start, pins }, BENCH)));
    const { bypassG, brewWaterG } = card.result.rounded;
    const share = bypassG / (bypassG + brewWaterG);
    expect(share).toBeGreaterThan(0.1);
    // As much water as the card's would not tell a share from a mass.
    const pot = { ...BIG_POT, sizeG: card.result.rounded.yieldG, waterG: 2400 };
    const followed = cardAfter(card, benchWith(pot))!;
    const all = followed.result.rounded;
    expect(all.doseG).toBe(202);
    expect(Math.abs(all.bypassG - share * pot.waterG)).toBeLessThan(10);
    // The rest is the brewer's setting that is nearest: half a step of it, delivered, at most.
    expect(Math.abs(all.brewWaterG + all.bypassG - pot.waterG)).toBeLessThan(49 + 10);
  });

  test("a card's batch that now stands for another coffee, brewer or way is its standard no more", () => {
    const approved = cardAfter(CARD, benchWith(BIG_POT))!;
    for (const moved of [
      { coffeeId: "low tide" },
      { brewerId: "turnstone" },
      { serve: "iced" as const, method: "onIce" as const },
    ]) {
      const after = cardAfter(approved, benchWith({ ...BIG_POT, ...moved }))!;
      expect(after.standard?.lapsed).toBe(true);
      expect(after.input.pins).toEqual(CARD.input.pins);
    }
    // Of another size it stays: cards follow their batch, which only grew or shrank.
    expect(
      cardAfter(approved, benchWith({ ...BIG_POT, sizeG: 2500, doseG: 190 }))?.result.rounded.doseG,
    ).toBe(190);
  });

  test("what was steeped teaches no dial: there was no bed", () => {
    const lessonsOf = (method: "bath" | "steep") =>
      teachingOf(benchWith({ ...BIG_POT, serve: "iced", method }), BENCH.grinders[0]!, BENCH.coffees[0]!)
        .lessons;
    expect([lessonsOf("bath"), lessonsOf("steep")].map(({ length }) => length)).toEqual([1, 0]);
  });

  test("Scale takes it as it was brewed", () => {
    const state = asStandard(firstState(BENCH), BIG_POT, BENCH);
    expect(settingOn(benchWith(BIG_POT))).toBe(11);
    expect(state.pins).toEqual([
      { name: "doseG", value: 202 },
      { name: "brewWaterG", value: 0.976 * 3300 + 8 },
    ]);
  });
});

describe("a grinder that moved since a batch was approved", () => {
  const fit = { brewerId: "fulmar", grinderId: "chough", versionId: null, permeability: 1, extraction: 1 };
  const moves = [{ at: "2026-06-20T08:00:00.000Z", share: 0.93, curveVersion: 1 }];
  const moved: Bench = { ...benchWith(BIG_POT), fits: [{ ...fit, batches: 40, moves }] };
  const marks = {
    standard: {
      batchId: BIG_POT.batchId,
      approvedAt: BIG_POT.approvedAt,
      was: { pins: [], grind: "rule" as const },
    },
  };

  test("its card and Scale are set to what grinds the same now, and the card says at what it was approved", () => {
    const { dial } = sheetOf(must(makeCard(firstState(moved), moved, marks)));
    expect(dial!.setting).toBeGreaterThan(11);
    expect(dial).toMatchObject({
      by: "standard",
      moved: { way: "finer", approved: 11, since: moves[0]!.at },
    });
    expect(settingOn(moved)).toBe(dial!.setting);
  });

  test("one that did not move says nothing of it", () => {
    const still = benchWith(BIG_POT);
    const state = asStandard(firstState(still), BIG_POT, still);
    expect(sheetOf(must(makeCard(state, still, marks))).dial).toMatchObject({ setting: 11, by: "standard" });
    expect(sheetOf(must(makeCard(state, still, marks))).dial).not.toHaveProperty("moved");
  });
});

describe("an iced card and its standard", () => {
  const CUPS = [{ id: "iced 350", volumeMl: 350, fillG: 220, serve: "iced" as const }];
  const house = (...standards: Bench["standards"]): Bench => ({ ...BENCH, cups: CUPS, standards });
  const ICED = { ...serveAs("iced", firstState(house()), house()), grind: "rule" as const };
  const cardOf = (state: ScaleState) => sheetOf(must(makeCard(state, house())));
  const potFor = (card: CardSheet) => ({
    ...BIG_POT,
    serve: "iced" as const,
    method: icedMethodOf(card),
    sizeG: card.result.rounded.yieldG,
    doseG: 190,
    waterG: 1667,
    iceG: withoutIce(card.chosen) ? 0 : 1100,
  });
  const settledOf = (card: CardSheet, bench: Bench) => {
    const made = cardAfterBatch(card, LOFT_CONE, { bench, batchId: BIG_POT.batchId, grinderIds: ["chough"] });
    return made && sheetOf(must(made));
  };

  test.each(ICED_METHODS)("made by %s it follows a batch that was made so, and no other", (method) => {
    const card = cardOf(methodAs(method, ICED, house()));
    const pot = potFor(card);
    const followed = settledOf(card, house(pot))!;
    expect(followed.result.rounded).toMatchObject({ doseG: 190, iceG: pot.iceG });
    expect(followed.dial).toMatchObject({ setting: pot.dialSetting, by: "standard" });
    // Its water is that batch's, as near as the brewer's settings, or the scale, come to it.
    const { brewWaterG, bypassG } = followed.result.rounded;
    expect(Math.abs(brewWaterG + bypassG - pot.waterG)).toBeLessThan(50);
    expect(settledOf(followed, house())!.result.rounded).toEqual(card.result.rounded);
    for (const other of ICED_METHODS.filter((each) => each !== method)) {
      expect(settledOf(card, house({ ...pot, method: other }))).toBeUndefined();
    }
  });

  test("one that was said of the glass is said of it again when its standard lapses", () => {
    const said = { ...ICED, iced: { ...ICED.iced, inGlass: ["totalRatio" as const] } };
    const card = cardOf(said);
    const followed = settledOf(card, house(potFor(card)))!;
    expect(followed.result.rounded.doseG).toBe(190);
    const lapsed = settledOf(followed, house())!;
    expect(lapsed.standard!.lapsed).toBe(true);
    expect(lapsed.result.rounded).toEqual(card.result.rounded);
  });
});
