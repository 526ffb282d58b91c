import { describe, expect, test } from "vitest";
import type { CardSheet } from "#contract/card.ts";
import type { GuideAct } from "#contract/guideKinds.ts";
import type { BrewInput } from "#core/brew";
import { type IcedService, USUAL_ICED } from "#core/iced";
import { firstState } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { PLAIN } from "#words/figures";
import { stepWords } from "#words/guide";
import { brewOfCard, guideSteps } from "./index.ts";

const rounded = { doseG: 22, brewWaterG: 352, bypassG: 0, iceG: 0, yieldG: 305 };
const MADE_WITH = {
  brewer: "cone",
  brewerKind: "hand",
  filter: "paper",
  vessel: "glass server",
  waterTempC: 94,
  purgeG: 3,
};
const POURS = [
  { toG: 55, atS: 0, afterDropMm: null, agitation: "none" },
  { toG: 200, atS: 45, afterDropMm: null, agitation: "none" },
  { toG: 352, atS: 100, afterDropMm: null, agitation: "none" },
];
const HAND = {
  chosen: { serve: "hot", iced: USUAL_ICED },
  input: { serve: "hot" },
  result: { rounded, checks: [] },
  dial: { grinder: "Dunlin", setting: 32 },
  pours: POURS,
  madeWith: MADE_WITH,
} as unknown as CardSheet;
const BREW = { pours: POURS.map(() => ({ rateGPerS: 5 })) } as unknown as BrewInput;
const change = (more: object) => ({ ...HAND, ...more }) as CardSheet;
const made = (madeWith: object, more: object = {}) =>
  change({ ...more, madeWith: { ...MADE_WITH, ...madeWith } });
const iced = (service: Partial<IcedService>, more: object = {}) =>
  change({
    chosen: { serve: "iced", iced: { ...USUAL_ICED, ...service } },
    input: { serve: "iced" },
    result: { rounded: { ...rounded, iceG: 138, yieldG: 360 }, checks: [] },
    ...more,
  });
const acts = (card: CardSheet, brew?: BrewInput) => guideSteps(card, brew).map(({ does }) => does);
const phase = (card: CardSheet, name: string) =>
  guideSteps(card, BREW)
    .filter((step) => step.phase === name)
    .map(({ does }) => does);
const stepOf = (card: CardSheet, does: GuideAct) =>
  guideSteps(card, BREW).find((step) => step.does === does)!;

describe("by hand", () => {
  test("pours stand at their times with running totals and the forecast's pace; draining begins when the last has run", () => {
    const steps = guideSteps(HAND, BREW).filter((step) => step.phase === "brew");
    expect(steps.map(({ starts, pour }) => [starts, pour])).toEqual([
      [
        { by: "clock", atS: 0 },
        { fromG: 0, toG: 55, rateGPerS: 5 },
      ],
      [
        { by: "clock", atS: 45 },
        { fromG: 55, toG: 200, rateGPerS: 5 },
      ],
      [
        { by: "clock", atS: 100 },
        { fromG: 200, toG: 352, rateGPerS: 5 },
      ],
      [{ by: "clock", atS: 100 + 152 / 5 }, undefined],
    ]);
  });

  test("a pour that waits for the bed waits in the guide, and draining then for a tap", () => {
    const waits = change({ pours: [POURS[0], { ...POURS[1], atS: null, afterDropMm: 25 }] });
    expect(stepOf(waits, "rest").starts).toEqual({ by: "tap" });
    expect(guideSteps(waits, BREW).find(({ pour }) => pour?.fromG === 55)?.starts).toEqual({ by: "bed" });
  });

  test("an act at a time stands among the pours, and what comes before and after where it belongs", () => {
    const byHand = [
      { when: "at", atS: 60, act: "swirl", note: "", staysG: null },
      { when: "before", atS: null, act: "other", note: "warm the server", staysG: null },
      { when: "after", atS: null, act: "lid on", note: "", staysG: null },
    ];
    const card = change({ byHand });
    expect(phase(card, "brew")).toEqual(["pour", "pour", "hand", "pour", "rest"]);
    const [swirl] = guideSteps(card, BREW).filter((step) => step.phase === "brew" && step.does === "hand");
    expect(swirl).toMatchObject({ starts: { by: "clock", atS: 60 }, hand: byHand[0] });
    expect(phase(card, "prepare")).toContain("hand");
    expect(phase(card, "finish").indexOf("hand")).toBeLessThan(phase(card, "finish").indexOf("taste"));
  });
});

test("a batch brewer is started, drains by itself, and its basket is lifted when the bed says so", () => {
  const batch = made({ brewerKind: "batch", flow: { place: 1, of: 2 } }, { pours: undefined });
  const brew = {
    pours: [
      { atS: 0, waterG: 300, rateGPerS: 10 },
      { atS: 60, waterG: 600, rateGPerS: 10 },
    ],
  };
  expect(phase(batch, "prepare")).toContain("flowSwitch");
  expect(
    guideSteps(batch, brew as unknown as BrewInput).filter((step) => step.phase === "brew"),
  ).toMatchObject([
    { does: "start", starts: { by: "clock", atS: 0 } },
    { does: "rest", starts: { by: "clock", atS: 120 } },
  ]);
  expect(stepOf(batch, "lift").starts).toEqual({ by: "bed" });
  // Without a forecast nobody knows when the water is through.
  expect(guideSteps(batch, undefined).find(({ does }) => does === "rest")?.starts).toEqual({ by: "tap" });
});

describe("iced", () => {
  test("ice comes last before the water, and is swirled until it has melted", () => {
    const card = iced({ method: "onIce" });
    expect(phase(card, "prepare").at(-1)).toBe("ice");
    expect(phase(card, "finish")).toEqual(["lift", "swirl", "weigh", "taste", "label"]);
  });

  test("a bloom that is kept apart is set aside by hand, and comes back last", () => {
    const card = iced({ method: "onIce" }, { iced: { apart: { massG: 28, tempC: 40, minutes: 3 } } });
    expect(phase(card, "brew")).toEqual(["pour", "apart", "pour", "pour", "rest"]);
    const clocks = guideSteps(card, BREW).filter(
      ({ phase: each, starts }) => each === "brew" && starts.by === "clock",
    );
    expect(clocks).toHaveLength(1);
    expect(phase(card, "finish")).toEqual(["lift", "bloomIn", "swirl", "weigh", "taste", "label"]);
    // From a gram on.
    const drops = (massG: number) =>
      iced({ method: "onIce" }, { iced: { apart: { massG, tempC: 40, minutes: 3 } } });
    expect([acts(drops(1)).includes("apart"), acts(drops(1)).includes("bloomIn")]).toEqual([true, true]);
    expect([acts(drops(0.9)).includes("apart"), acts(drops(0.9)).includes("bloomIn")]).toEqual([
      false,
      false,
    ]);
  });

  test("brewed beside it is poured over the ice when it is through; with water, that is in with the ice", () => {
    const beside = iced({ method: "beside" });
    expect(phase(beside, "prepare").at(-1)).toBe("ice");
    expect(phase(beside, "finish")).toEqual(["lift", "overIce", "swirl", "weigh", "taste", "label"]);
    const bypassed = { result: { rounded: { ...rounded, iceG: 138, bypassG: 60 }, checks: [] } };
    const withWater = iced({ method: "withWater" }, bypassed);
    expect(phase(withWater, "prepare").slice(-2)).toEqual(["coldWater", "ice"]);
    expect(phase(withWater, "finish")).not.toContain("bypass");
    expect(phase(iced({ method: "onIce" }, bypassed), "finish")).toContain("bypass");
  });

  test("over glasses there is no ice in the server; they are made ready while it drains, or before a press", () => {
    const card = iced({ method: "overGlass" }, { iced: { glass: { count: 2.4 } } });
    expect(phase(card, "prepare")).not.toContain("glasses");
    const pressed = { ...card, madeWith: { ...card.madeWith, brewerKind: "press" as const } };
    expect(phase(pressed, "prepare")).toContain("glasses");
    expect(acts(card)).not.toContain("ice");
    expect(phase(card, "finish")).toContain("overIce");
  });

  test("a concentrate has neither paper nor clock but its hours", () => {
    const card = iced({ method: "steep", steepH: 16 });
    expect(acts(card)).toEqual(["grind", "dose", "vessel", "pour", "steep", "drainSteep", "weigh", "label"]);
    expect(stepOf(card, "drainSteep").starts).toEqual({ by: "clock", atS: 57_600 });
    expect(stepOf(card, "pour").pour).toMatchObject({ fromG: 0, toG: 352 });
  });
});

test("a press is pressed over a sturdy cup, and nothing of it drips", () => {
  const card = made(
    { brewerKind: "press" },
    { pours: undefined, result: { rounded: { ...rounded, bypassG: 60 }, checks: [] } },
  );
  expect(phase(card, "brew")).toEqual(["pour", "press"]);
  expect(phase(card, "finish")).toEqual(["bypass", "weigh", "taste", "label"]);
  expect(stepWords(stepOf(card, "press"), card, PLAIN).detail).toContain("never thin glass");
});

test("a press by its recipe steeps, is pressed at its time, and goes into equal cups", () => {
  const press = { steepS: 300, stirred: true, pressS: 30, turnedOver: false, cupG: 100 };
  const card = made({ brewerKind: "press" }, { pours: undefined, press });
  expect(guideSteps(card, undefined).filter((step) => step.phase === "brew")).toMatchObject([
    { does: "pour", pour: { fromG: 0, toG: 352, rateGPerS: 12 } },
    { does: "steepPress", starts: { by: "clock", atS: 352 / 12 } },
    { does: "press", starts: { by: "clock", atS: 300 } },
  ]);
  expect(phase(card, "finish")).toEqual(["weigh", "cups", "taste", "label"]);
  expect(stepWords(stepOf(card, "cups"), card, PLAIN).title).toBe("Into 3 cups, 100 g each");
});

test("a card without a dial, or whose bed nobody knows, has no brew to go by", () => {
  const card = { ...HAND, chosen: firstState(BENCH) };
  expect(brewOfCard({ ...card, dial: undefined }, BENCH)).toBeUndefined();
  const flat = { ...BENCH, brewers: [{ ...BENCH.brewers[0]!, basket: null }] };
  expect(brewOfCard(card, flat)).toBeUndefined();
  const known = { ...card, dial: { ...card.dial!, setting: 12 } };
  const brew = brewOfCard(known, BENCH)!;
  expect(brew.doseG).toBe(22);
  expect(brewOfCard({ ...known, dial: { ...known.dial, setting: 6 } }, BENCH)!.grindUm).toBeLessThan(
    brew.grindUm,
  );
});

test("what was pinned as a range is weighed within it", () => {
  const card = change({ input: { serve: "hot", bands: { doseG: [42, 45] } } });
  expect(stepWords(stepOf(card, "dose"), card, PLAIN).title).toBe("Weigh 42 g to 45 g again");
});

test("each step says in few words what is done, and its figures", () => {
  const words = guideSteps(HAND, BREW).map((step) => stepWords(step, HAND, PLAIN));
  expect(words.map(({ title }) => title)).toEqual([
    "One paper, rinsed",
    "Grind 22 g at 32",
    "Weigh 22 g again",
    "All of it in, level",
    "Vessel empty, scale on 0",
    "Pour to 55 g",
    "Pour on, slowly, to 200 g",
    "Pour on, slowly, to 352 g",
    "Draining",
    "Brewer off",
    "Weigh it: about 305 g",
    "Taste it",
    "Lid on, label it",
  ]);
  expect(words[5]!.detail).toBe(
    "55 g of water at 94 °C, all of it wet, from the middle outwards; stir only where it stays dry; about 5 g a second, 0:11 long.",
  );
});
