import { describe, expect, test } from "vitest";
import { type Cause, judge, type Reading } from "./index.ts";

/** Readings as they come about at a counter, each with what somebody who knows would say. */
type Seen = Partial<Omit<Reading, "serve">> & { readonly serve?: Reading["serve"] };

const read = ({ serve = "hot", method = "batch", signs = {}, tasted = [], ...rest }: Seen) =>
  judge({ serve, method, signs, tasted, ...rest });
const cup = (words: object, minutes = 8) => ({ minutes, ...words });
const LIKED = { sweetness: "right", acidity: "right", strength: "right", clarity: "clean" } as const;

const CASES: readonly [name: string, seen: Seen, cause: Cause, change: string][] = [
  [
    "slow, sludge on top, dry",
    { signs: { top: "sludge", time: "long" }, tasted: [cup({ dryness: "dry" })] },
    "tooFine",
    "dial coarser",
  ],
  [
    "harsh and rough, with more taken out than liked",
    {
      metered: { strengthPct: 1.5, extractionPct: 23.4 },
      tasted: [cup({ bitterness: "harsh", aftertaste: "rough" })],
    },
    "tooFine",
    "dial coarser",
  ],
  [
    "press: hard to push, and dry",
    { method: "press", signs: { force: "heavy" }, tasted: [cup({ dryness: "dry" })] },
    "tooFine",
    "dial coarser",
  ],
  [
    "hand: late, dry and muddy, even bed",
    {
      method: "hand",
      signs: { time: "long", bed: "flat", filter: "seated" },
      tasted: [cup({ dryness: "dry", bitterness: "harsh" })],
    },
    "tooFine",
    "dial coarser",
  ],
  [
    "iced: late and harsh at the right cold",
    {
      serve: "iced",
      signs: { time: "long", finalTemp: "right" },
      tasted: [cup({ bitterness: "harsh", dryness: "dry" }, 1)],
    },
    "tooFine",
    "dial coarser",
  ],
  [
    "hand: early, sour, pours even",
    {
      method: "hand",
      signs: { time: "short", bed: "flat" },
      tasted: [cup({ acidity: "sharp", aftertaste: "short" })],
    },
    "tooCoarse",
    "dial finer",
  ],
  [
    "press: no push at all, sour",
    { method: "press", signs: { force: "light" }, tasted: [cup({ acidity: "sharp", sweetness: "lacking" })] },
    "tooCoarse",
    "dial finer",
  ],
  [
    "batch: little taken out, early",
    {
      signs: { time: "short" },
      metered: { strengthPct: 1.1, extractionPct: 16.2 },
      tasted: [cup({ strength: "thin" })],
    },
    "tooCoarse",
    "dial finer",
  ],
  [
    "iced: early, sour and without sweetness",
    {
      serve: "iced",
      signs: { time: "short", finalTemp: "right", iceLeft: "right" },
      tasted: [cup({ acidity: "sharp", sweetness: "lacking" }, 2)],
    },
    "tooCoarse",
    "dial finer",
  ],
  [
    "heavy, all else well",
    { tasted: [cup({ strength: "heavy", acidity: "right", bitterness: "right", dryness: "none" })] },
    "tooStrong",
    "ratio lessCoffee",
  ],
  [
    "strong by the meter, extraction in its window",
    { metered: { strengthPct: 1.82, extractionPct: 19.5 } },
    "tooStrong",
    "ratio lessCoffee",
  ],
  [
    "hand: thin in its window",
    {
      method: "hand",
      signs: { time: "right" },
      metered: { strengthPct: 1.02, extractionPct: 19.8 },
      tasted: [cup({ strength: "thin" })],
    },
    "tooWeak",
    "ratio moreCoffee",
  ],
  [
    "thin and otherwise as it should be",
    {
      signs: { time: "right" },
      tasted: [cup({ strength: "thin", acidity: "right", bitterness: "right", sweetness: "right" })],
    },
    "tooWeak",
    "ratio moreCoffee",
  ],
  [
    "press: thin, met with the right force",
    {
      method: "press",
      signs: { force: "right", time: "right" },
      tasted: [cup({ strength: "thin", acidity: "right" })],
    },
    "tooWeak",
    "ratio moreCoffee",
  ],
  [
    "slurry at the edge, and more coffee than fits",
    { signs: { slurry: "atEdge", doseFits: false } },
    "tooMuchCoffee",
    "batch less",
  ],
  [
    "over the paper, late, more coffee than fits",
    { signs: { slurry: "over", time: "long", doseFits: false } },
    "tooMuchCoffee",
    "batch less",
  ],
  ["dry pockets and a slope", { signs: { dryPockets: true, bed: "sloped" } }, "uneven", "bed level"],
  [
    "domed, sour and harsh in one cup",
    { signs: { bed: "domed" }, tasted: [cup({ acidity: "sharp", bitterness: "harsh" })] },
    "uneven",
    "bed level",
  ],
  [
    "flow switch for the other size, cratered",
    { signs: { flowSwitch: "wrong", bed: "cratered" } },
    "uneven",
    "bed level",
  ],
  [
    "hand: dry pockets",
    { method: "hand", signs: { dryPockets: true, bloom: "lively" } },
    "pour",
    "agitation more",
  ],
  [
    "hand: cratered and muddy",
    { method: "hand", signs: { bed: "cratered" }, tasted: [cup({ clarity: "muddy" })] },
    "pour",
    "agitation less",
  ],
  [
    "press: stirred not at all, sour and harsh",
    {
      method: "press",
      signs: { dryPockets: true, force: "right" },
      tasted: [cup({ acidity: "sharp", bitterness: "harsh" })],
    },
    "pour",
    "agitation more",
  ],
  ["two papers", { signs: { filter: "two", time: "long" } }, "filter", "filter seat"],
  [
    "grounds in the cup",
    { method: "hand", signs: { groundsInCup: true, filter: "sealed" } },
    "filter",
    "filter seat",
  ],
  ["stalled with two papers", { signs: { stalled: true, filter: "two" } }, "filter", "filter seat"],
  [
    "water 8 K too cool, sour",
    {
      measured: { waterTempC: 84, wantedWaterTempC: 92 },
      signs: { time: "right" },
      tasted: [cup({ acidity: "sharp" })],
    },
    "waterCool",
    "waterTemp hotter",
  ],
  [
    "hand: 7 K too cool, thin",
    {
      method: "hand",
      signs: { time: "right" },
      measured: { waterTempC: 86, wantedWaterTempC: 93 },
      tasted: [cup({ strength: "thin", acidity: "sharp" })],
    },
    "waterCool",
    "waterTemp hotter",
  ],
  [
    "water 7 K too hot, harsh, in its time",
    {
      measured: { waterTempC: 97, wantedWaterTempC: 90 },
      signs: { time: "right" },
      tasted: [cup({ bitterness: "harsh" })],
    },
    "waterHot",
    "waterTemp cooler",
  ],
  [
    "hand: 8 K too hot, dry, in its time",
    {
      method: "hand",
      measured: { waterTempC: 98, wantedWaterTempC: 90 },
      signs: { time: "right", bed: "flat" },
      tasted: [cup({ dryness: "dry" })],
    },
    "waterHot",
    "waterTemp cooler",
  ],
  [
    "iced: cold and thin, ice left over",
    {
      serve: "iced",
      signs: { finalTemp: "cold", iceLeft: "more", time: "right" },
      tasted: [cup({ strength: "thin" }, 1)],
    },
    "iceMuch",
    "ice less",
  ],
  [
    "iced by hand: pale, cold, in its time",
    {
      serve: "iced",
      method: "hand",
      signs: { finalTemp: "cold", colour: "pale", time: "right" },
      tasted: [cup({ strength: "thin", acidity: "right" }, 1)],
    },
    "iceMuch",
    "ice less",
  ],
  ["iced: warm", { serve: "iced", signs: { finalTemp: "warm" } }, "iceLittle", "ice more"],
  [
    "iced by hand: no ice left, warm, strong",
    {
      serve: "iced",
      method: "hand",
      signs: { finalTemp: "warm", iceLeft: "less" },
      tasted: [cup({ strength: "heavy" }, 1)],
    },
    "iceLittle",
    "ice more",
  ],
  [
    "stood for an hour and a half, harsh, no aroma",
    {
      measured: { heldMin: 90 },
      signs: { time: "right" },
      tasted: [cup({ bitterness: "harsh", aroma: "faint" }, 90)],
    },
    "held",
    "hold shorter",
  ],
  ["scorched", { tasted: [cup({ off: "scorched", acidity: "flat" }, 60)] }, "held", "hold shorter"],
  [
    "seven weeks off roast, dead bloom, no aroma",
    {
      method: "hand",
      measured: { daysOffRoast: 49 },
      signs: { bloom: "dead" },
      tasted: [cup({ aroma: "faint" })],
    },
    "stale",
    "coffee fresh",
  ],
  ["tastes old", { tasted: [cup({ off: "stale" })] }, "stale", "coffee fresh"],
  ["papery by hand", { method: "hand", tasted: [cup({ off: "papery" })] }, "paper", "rinse longer"],
  ["papery, all else well", { tasted: [cup({ off: "papery", ...LIKED })] }, "paper", "rinse longer"],
  [
    "liked hot and liked cool",
    { tasted: [cup({ ...LIKED, tempC: 62 }, 6), cup({ ...LIKED, tempC: 45 }, 20)] },
    "right",
    "none",
  ],
  [
    "press: right force, sweet",
    {
      method: "press",
      signs: { force: "right", time: "right" },
      tasted: [cup({ sweetness: "right", bitterness: "right" })],
    },
    "right",
    "none",
  ],
  [
    "iced: as cold as wanted, liked",
    {
      serve: "iced",
      signs: { finalTemp: "right", iceLeft: "right", time: "right" },
      tasted: [cup({ ...LIKED, tempC: 6 }, 1)],
    },
    "right",
    "none",
  ],
];

test.each(CASES)("%s", (_, seen, cause, change) => {
  const { causes, change: due } = read(seen);
  expect(causes[0]!.cause).toBe(cause);
  expect(due ? `${due.variable} ${due.direction}` : "none").toBe(change);
});

const pctOf = (seen: Seen, cause: Cause) => read(seen).causes.find((each) => each.cause === cause)?.pct ?? 0;

describe("pairs that differ in one sign", () => {
  test("high grounds accuse the grind in a basket, the pour in a cone", () => {
    const signs = { wall: "high" } as const;
    expect(pctOf({ signs }, "tooFine")).toBeGreaterThan(2 * pctOf({ signs, method: "hand" }, "tooFine"));
    expect(pctOf({ signs, method: "hand" }, "pour")).toBeGreaterThan(
      pctOf({ signs, method: "hand" }, "tooFine"),
    );
  });

  test("a stall whose paper was looked at is the grind's", () => {
    const stalled = read({ signs: { stalled: true } });
    const seated = read({ signs: { stalled: true, filter: "seated" } });
    expect(seated.causes[0]!.cause).toBe("tooFine");
    expect(seated.verdict.tooFine).toBeGreaterThan(stalled.verdict.tooFine);
  });

  test("thin: the meter tells weak from coarse", () => {
    const thin = { tasted: [cup({ strength: "thin" })] };
    const weak = read({ ...thin, metered: { strengthPct: 1.08, extractionPct: 20 } });
    const coarse = read({ ...thin, metered: { strengthPct: 1.08, extractionPct: 16 } });
    expect([weak.causes[0]!.cause, coarse.causes[0]!.cause]).toEqual(["tooWeak", "tooCoarse"]);
  });

  test("slurry over the paper: the dose within what fits, or beyond it", () => {
    const causeOf = (doseFits: boolean) => read({ signs: { slurry: "over", doseFits } }).causes[0]!.cause;
    expect([causeOf(true), causeOf(false)]).toEqual(["tooFine", "tooMuchCoffee"]);
  });

  test("sour in a cup of 75 °C says less than in one of 50 °C", () => {
    const sourAt = (tempC: number) => pctOf({ tasted: [cup({ acidity: "sharp", tempC })] }, "tooCoarse");
    expect(sourAt(75)).toBeLessThan(sourAt(50));
    expect(sourAt(75)).toBeGreaterThan(pctOf({}, "tooCoarse"));
  });

  test("no sweetness in a cup of 5 °C says less than in one of 15 °C", () => {
    const flatAt = (tempC: number) =>
      pctOf({ serve: "iced", tasted: [cup({ sweetness: "lacking", tempC }, 1)] }, "right");
    expect(flatAt(5)).toBeGreaterThan(flatAt(15));
  });

  test("the same word on a second cup counts half, on a third a third; the surest word counts first", () => {
    const dry = (minutes: number) => cup({ dryness: "dry" }, minutes);
    const weights = (tasted: ReturnType<typeof cup>[]) =>
      read({ tasted })
        .causes.find(({ cause }) => cause === "tooFine")!
        .evidence.map(({ logOdds }) => logOdds);
    const [once] = weights([dry(5)]);
    const thrice = weights([dry(5), dry(12), dry(20)]);
    expect(thrice).toEqual([once!, once! / 2, once! / 3].map((each) => expect.closeTo(each, 9)));
    // Sour at 75 °C is dulled to a half; the cooler cup speaks first, in full.
    const sour = (tempC: number) => cup({ acidity: "sharp", tempC });
    const coarse = (tasted: object[]) =>
      read({ tasted: tasted as never })
        .causes.find(({ cause }) => cause === "tooCoarse")!
        .evidence.map(({ logOdds }) => logOdds);
    const [full] = coarse([sour(50)]);
    expect(coarse([sour(75), sour(50)])).toEqual([full!, full! / 4].map((each) => expect.closeTo(each, 9)));
  });

  test("a fresh roast is not stale, an old one may be", () => {
    const aged = (daysOffRoast: number) =>
      pctOf({ measured: { daysOffRoast }, tasted: [cup({ aroma: "faint" })] }, "stale");
    expect(aged(10)).toBeLessThan(aged(28) / 2);
    expect(aged(50)).toBeGreaterThan(2 * aged(28));
  });

  test("sharp and then flat weigh against each other", () => {
    const sharp = cup({ acidity: "sharp", tempC: 60 });
    const both = pctOf({ tasted: [sharp, cup({ acidity: "flat", tempC: 50 }, 15)] }, "tooCoarse");
    expect(both).toBeLessThan(pctOf({ tasted: [sharp] }, "tooCoarse"));
  });

  test("a pale flat bed in its right time is not proved coarse; early it nearly is", () => {
    const seen = (time: "right" | "short") => ({ signs: { bed: "flat", colour: "pale", time } }) as const;
    expect(read(seen("short")).causes[0]!.cause).toBe("tooCoarse");
    expect(read(seen("right")).verdict.tooCoarse).toBeLessThan(read(seen("short")).verdict.tooCoarse / 1.5);
  });

  test("one thing that changed alone since a liked batch is the first suspect, and only of what is worse", () => {
    const thin = { signs: {}, tasted: [cup({ strength: "thin" })] };
    const coarseAfter = (changedSince: string[], lastLiked: boolean) =>
      pctOf({ ...thin, changedSince, lastLiked }, "tooCoarse");
    expect(coarseAfter(["dial"], true)).toBeGreaterThan(coarseAfter(["dial"], false));
    expect(coarseAfter(["dial", "bag"], true)).toBe(coarseAfter([], false));
    expect(pctOf({ signs: {}, tasted: [cup(LIKED)], changedSince: ["dial"], lastLiked: true }, "right")).toBe(
      pctOf({ signs: {}, tasted: [cup(LIKED)] }, "right"),
    );
  });
});

test("cups more than 15 K apart are named, those of unknown warmth are not", () => {
  const at = (tempC?: number) => (tempC === undefined ? cup({}) : cup({ tempC }));
  expect(read({ tasted: [at(70), at(56), at(50), at()] }).notCompared).toEqual([[0, 2]]);
  expect(read({ tasted: [at(70), at(55)] }).notCompared).toBeUndefined();
});

test("too cool water says by how much to heat it", () => {
  const { change } = read({
    measured: { waterTempC: 84, wantedWaterTempC: 92 },
    tasted: [cup({ acidity: "sharp" })],
  });
  expect(change).toMatchObject({ variable: "waterTemp", size: { value: 8, unit: "K" } });
});
