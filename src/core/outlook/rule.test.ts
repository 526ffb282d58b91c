import { expect, test } from "vitest";
import { type Basket, type BrewInput, forecastBrew, meanBedDepthMm, type Pour } from "#core/brew";
import { houseRule, sameExtraction, settingAt, USUAL_RULE, umAt } from "#core/grind";
import { seeded } from "#core/random";
import { must } from "#core/result";
import { CHOUGH } from "#tests/grinders.ts";

const random = seeded(5);
const between = (low: number, high: number) => low + (high - low) * random.share();

/** What a dose is brewed in, and how its water comes. */
interface Brewer {
  readonly basket: Basket;
  readonly dosesG: readonly [number, number];
  readonly sprayGPerS?: number;
}

const HAND: readonly Brewer[] = [
  {
    basket: { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 },
    dosesG: [12, 30],
  },
  { basket: { shape: "flat", topDiameterMm: 92, bottomDiameterMm: 50, heightMm: 60 }, dosesG: [14, 30] },
];
const BATCH: readonly Brewer[] = [
  {
    basket: { shape: "flat", topDiameterMm: 118, bottomDiameterMm: 104, heightMm: 74 },
    dosesG: [50, 120],
    sprayGPerS: 6,
  },
  {
    basket: { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
    dosesG: [90, 215],
    sprayGPerS: 12,
  },
];

function poursOf({ sprayGPerS }: Brewer, doseG: number, waterG: number): readonly Pour[] {
  if (sprayGPerS) return [{ atS: 0, waterG, rateGPerS: sprayGPerS }];
  const bloomG = 2.5 * doseG;
  return [
    { atS: 0, waterG: bloomG, rateGPerS: 6 },
    { atS: 45, waterG: 0.4 * (waterG - bloomG), rateGPerS: 6 },
    { atS: 45 + 2.2 * doseG, waterG: 0.6 * (waterG - bloomG), rateGPerS: 6 },
  ];
}

/** A brewer with a dose at a ratio, all but the grind. */
function drawn(brewers: readonly Brewer[], ratio: number): Omit<BrewInput, "grindUm"> {
  const brewer = brewers[Math.floor(brewers.length * random.share())]!;
  const doseG = between(...brewer.dosesG);
  return {
    doseG,
    waterTempC: 93,
    basket: brewer.basket,
    retentionGPerG: 2.12,
    pours: poursOf(brewer, doseG, ratio * doseG),
  };
}

const depthOf = ({ doseG, basket }: Omit<BrewInput, "grindUm">) =>
  must(meanBedDepthMm({ doseG, densityGPerMl: 0.4, basket }));

const SCALINGS = Array.from({ length: 200 }, () => {
  const ratio = between(15, 17);
  const [source, target] = [drawn(HAND, ratio), drawn([...HAND, ...BATCH], ratio)];
  const sourceSetting = between(8, 13);
  const grindUm = umAt(CHOUGH.curve, sourceSetting);
  const { grindUm: sameUm } = must(
    sameExtraction(must(forecastBrew({ ...source, grindUm })), target, grindUm),
  );
  return { source, target, sourceSetting, same: settingAt(CHOUGH.curve, sameUm) };
});

const ruled = ({ source, target, sourceSetting }: (typeof SCALINGS)[number]) =>
  houseRule(
    { sourceSetting, sourceMm: depthOf(source), icedShift: false, rule: USUAL_RULE },
    depthOf(target),
    CHOUGH,
  ).exact;

test("the rule never goes finer for a bed that is deeper on average", () => {
  for (const scaling of SCALINGS) {
    const deeper = depthOf(scaling.target) > depthOf(scaling.source);
    expect(ruled(scaling) > scaling.sourceSetting).toBe(deeper);
  }
});

test("the rule lies near the same extraction: 1.5 of 24 as it comes, 1 with its slope fitted", () => {
  const moves = SCALINGS.map((scaling) => ({
    doublings: Math.log2(depthOf(scaling.target) / depthOf(scaling.source)),
    same: scaling.same - scaling.sourceSetting,
  }));
  const sum = (of: (move: (typeof moves)[number]) => number) =>
    moves.reduce((total, move) => total + of(move), 0);
  const apart = (slope: number) =>
    Math.sqrt(sum(({ doublings, same }) => (same - slope * doublings) ** 2) / moves.length);
  const fitted = sum(({ doublings, same }) => doublings * same) / sum(({ doublings }) => doublings ** 2);
  expect(apart(USUAL_RULE.unitsPerDoubling)).toBeLessThan(1.5);
  expect(apart(fitted)).toBeLessThan(1);
});
