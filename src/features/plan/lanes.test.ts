import { expect, test } from "vitest";
import type { DayKit, KitOption, KitProduct } from "#contract/dayKit.ts";
import type { LikelyBrew } from "#core/shift";
import { laneBatches, lanesOf } from "./lanes.ts";

const option: KitOption = {
  cardId: "large",
  title: "Saltmarsh, hot, 2 801 g on Fulmar",
  brewerId: "fulmar",
  vessel: "dispenser 3100",
  own: true,
  approved: false,
  cups: 8,
  yieldG: 2801,
  doseG: 202,
  brewMin: 6.4,
  holdMin: 120,
  iceG: 0,
};
const product: KitProduct = {
  key: "saltmarsh hot",
  name: "Saltmarsh, hot",
  coffeeId: "saltmarsh",
  serve: "hot",
  cup: { name: "350 ml", massG: 325 },
  coffeeCost: null,
  options: [option],
};
const KIT: Pick<DayKit, "products" | "brewers" | "vessels" | "pots"> = {
  products: [product],
  brewers: [
    { id: "fulmar", name: "Fulmar" },
    { id: "turnstone", name: "Turnstone" },
  ],
  vessels: [{ key: "dispenser 3100", name: "dispenser 3.1 l", names: ["left", "right"], brimG: 3100 }],
  pots: [],
};
const kit = (part: Partial<DayKit> = {}) => ({ ...KIT, ...part }) as DayKit;
const INPUT = {
  slotMin: 5,
  nowSlot: 12,
  products: [{ name: product.key, meanCups: new Array(100).fill(1) }],
} as never;
const brew = (p50Slot: number, emptySlot: number): LikelyBrew => ({
  product: product.key,
  card: "large",
  vesselKind: "dispenser 3100",
  p10Slot: p50Slot - 1,
  p50Slot,
  p90Slot: p50Slot + 2,
  emptySlot,
  pouredShare: 0.1,
});
const NO_PINS = { pins: [], away: [] };

test("two likely batches of one brewer are drawn one after the other; a pinned one stays", () => {
  const times = (pins: Parameters<typeof laneBatches>[1]["pins"]) =>
    laneBatches(kit(), { pins, away: [] }, INPUT, 360, [brew(6, 18), brew(7, 20)]).map(
      ({ beginMin, readyMin }) => [beginMin, readyMin],
    );
  expect(times([])).toEqual([
    [390, 400],
    [400, 410],
  ]);
  expect(times([{ id: "p", cardId: "large", readyMin: 410 }])[1]![0]).toBe(395);
});

test("batches stand in the order in which they are begun, in minutes of the day", () => {
  const batches = laneBatches(kit(), NO_PINS, INPUT, 360, [brew(20, 40), brew(6, 18)]);
  expect(batches.map(({ beginMin, readyMin, emptyMin }) => [beginMin, readyMin, emptyMin])).toEqual([
    [390, 400, 450],
    [460, 470, 560],
  ]);
  expect(batches[0]).toMatchObject({ earliestMin: 385, latestMin: 400, pouredShare: 0.1, cups: 8 });
});

test("a vessel is taken until it is empty; the one that is free takes the next batch", () => {
  const batches = laneBatches(kit(), NO_PINS, INPUT, 360, [brew(0, 20), brew(5, 30), brew(21, 40)]);
  const { brewers, vessels } = lanesOf(kit(), batches);
  expect(vessels.map(({ batches: own }) => own.map(({ beginMin }) => beginMin))).toEqual([[360, 465], [385]]);
  expect(brewers.map(({ batches: own }) => own.length)).toEqual([3, 0]);
});

test("a pot that stands there now lies in its own vessel, until it is likely empty or past its hold", () => {
  const pot = {
    product: product.key,
    cups: 6,
    vessel: "dispenser 3100",
    readyMin: 400,
    underWay: false,
    brewerId: null,
  };
  const pots = [
    { ...pot, vesselName: "right", pourAtMin: 500 },
    { ...pot, vesselName: "left", readyMin: 410, pourAtMin: 460 },
  ];
  const batches = laneBatches(kit({ pots }), NO_PINS, INPUT, 360, [brew(12, 30)]);
  // Six cups at one in five minutes from seven o'clock; the younger pot is served after the older one.
  expect(batches.slice(0, 2).map(({ emptyMin }) => emptyMin)).toEqual([450, 460]);
  const { vessels } = lanesOf(kit({ pots }), batches);
  expect(vessels.map(({ name, batches: own }) => [name, own.map(({ beginMin }) => beginMin)])).toEqual([
    ["left", [410]],
    ["right", [400, 420]],
  ]);
});

test("a batch that is brewed for a pin is told by it, and by one pin alone", () => {
  const pins = [{ id: "pin", cardId: "large", readyMin: 470 }];
  const batches = laneBatches(kit(), { pins, away: [] }, INPUT, 360, [
    brew(20, 40),
    brew(21, 40),
    brew(40, 60),
  ]);
  expect(batches.map(({ pinId }) => pinId)).toEqual(["pin", undefined, undefined]);
});

test("none is drawn on its brewer while that is away: what began before it ends before, the others wait", () => {
  const drawn = (fromMin: number, toMin: number, ofId = "fulmar", what: "brewer" | "person" = "brewer") =>
    laneBatches(kit(), { pins: [], away: [{ id: "a", what, ofId, fromMin, toMin }] }, INPUT, 360, [
      brew(10, 30),
      brew(20, 40),
    ]).map(({ beginMin, readyMin }) => [beginMin, readyMin]);
  // At ten and twenty slots of five minutes after six, two slots each.
  const usual = [
    [410, 420],
    [460, 470],
  ];
  expect(drawn(415, 440)).toEqual([[405, 415], usual[1]]);
  expect(drawn(455, 500)).toEqual([usual[0], [500, 510]]);
  expect(drawn(400, 465)).toEqual([
    [465, 475],
    [475, 485],
  ]);
  expect(drawn(420, 460)).toEqual(usual);
  expect(drawn(400, 500, "turnstone")).toEqual(usual);
  expect(drawn(400, 500, "fulmar", "person")).toEqual(usual);
});
