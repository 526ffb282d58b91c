import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { onDial } from "#core/grind";
import { type Random, seeded } from "#core/random";
import { drawnVerdict, type Future, futureOf, type Judging, verdictAt } from "#core/trial";
import { asRead, CHOUGH_DIAL, surely, USUAL_WIDTHS } from "./trials.ts";

const HOUSES = 2000;
const MOST = 12;
/** Where the rule points; what is right lies around it. */
const RULE = 11;
const PRIORS = { learned: 1, forecast: 2, rule: 4 } as const;

/** What is right in a house, drawn from a prior on the dial. */
function rightIn(random: Random, sd: number): number {
  for (;;) {
    const setting = RULE + sd * random.normal();
    if (setting >= CHOUGH_DIAL.min && setting <= CHOUGH_DIAL.max) return setting;
  }
}

/** A lead who halves what is left between too fine and too coarse, and stops at the first batch that seems right. */
function byHand(random: Random, rightAt: number, first: number, reach: number): Future {
  let [fine, coarse] = [Math.max(0, first - reach), Math.min(24, first + reach)];
  let setting = first;
  for (let batches = 1; batches <= MOST; batches++) {
    const verdict = drawnVerdict(verdictAt(rightAt - setting, USUAL_WIDTHS), random);
    if (verdict === "right") return { batches, setting, sure: true };
    if (verdict === "tooFine") fine = setting;
    else coarse = setting;
    setting = onDial((fine + coarse) / 2, CHOUGH_DIAL).setting;
  }
  return { batches: MOST, setting, sure: false };
}

function counted(sd: number, play: (random: Random, rightAt: number) => Future) {
  const random = seeded(714);
  const ends = Array.from({ length: HOUSES }, () => {
    const rightAt = rightIn(random, sd);
    const { batches, setting } = play(random, rightAt);
    return { batches, isWithin: Math.abs(rightAt - setting) <= USUAL_WIDTHS.likedHalfWidth };
  });
  const batches = ends.map((end) => end.batches).toSorted((a, b) => a - b);
  return {
    median: batches[HOUSES / 2]!,
    nineInTen: batches[Math.ceil(0.9 * HOUSES) - 1]!,
    withinPct: Math.round((100 * ends.filter(({ isWithin }) => isWithin).length) / HOUSES),
  };
}

const bracketed = (sd: number, judging: Judging) =>
  counted(sd, (random, rightAt) =>
    futureOf({ dial: CHOUGH_DIAL, prior: { setting: RULE, sd }, batches: [], ...USUAL_WIDTHS }, rightAt, {
      most: MOST,
      random,
      judging,
    }),
  );

const WAYS = [
  ["from what the house learned, verdicts sure", bracketed(PRIORS.learned, surely), 1],
  ["from the forecast, verdicts sure", bracketed(PRIORS.forecast, surely), 2],
  ["from the house rule, verdicts sure", bracketed(PRIORS.rule, surely), 3],
  ["from what the house learned, as batches are read", bracketed(PRIORS.learned, asRead), 2],
  ["from the forecast, as batches are read", bracketed(PRIORS.forecast, asRead), 3],
  ["from the house rule, as batches are read", bracketed(PRIORS.rule, asRead), 4],
  [
    "by hand, halving the dial from its ends",
    counted(PRIORS.rule, (random, at) => byHand(random, at, 12, 12)),
    MOST,
  ],
  ["by hand, halving from the rule", counted(PRIORS.rule, (random, at) => byHand(random, at, RULE, 8)), MOST],
] as const;

test.each(WAYS)("%s: as few batches as are promised", (_, { median }, most) => {
  expect(median).toBeLessThanOrEqual(most);
});

test("what the trial gives is within what is liked more often than halving by hand", () => {
  const [, , , learned, forecast, rule, ends, fromRule] = WAYS.map(([, figures]) => figures.withinPct);
  const byHands = Math.max(ends!, fromRule!);
  for (const bracketPct of [learned!, forecast!, rule!]) expect(bracketPct).toBeGreaterThan(byHands);
});

test("docs/trials.md has the table as it comes out", () => {
  const rows = WAYS.map(
    ([way, { median, nineInTen, withinPct }]) => `| ${way} | ${median} | ${nineInTen} | ${withinPct} |`,
  );
  const table = [
    "| way | half of the trials | nine in ten | within what is liked, in 100 |",
    "|---|---|---|---|",
    ...rows,
  ];
  expect(readFileSync(join(import.meta.dirname, "../docs/trials.md"), "utf8")).toContain(table.join("\n"));
});
