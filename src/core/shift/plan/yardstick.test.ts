import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { seeded } from "#core/random";
import { finished } from "#core/turns";
import { cafeDay } from "#tests/planSimulator.ts";
import days from "#tests/vectors/days.json" with { type: "json" };
import { bestFixed, fixedRule } from "./baselines.ts";
import { readyDay } from "./day.ts";
import { drawnDays } from "./demand.ts";
import { type PlanInput, USUAL_PLAN } from "./input.ts";
import { ruleInTurns, tuningDays } from "./plan.ts";
import { runDay } from "./rule.ts";

const DAYS = 80;
const CAFE_DAYS = 60;

/** The mean of some figures, and how far it may be off. */
function meanOf(figures: readonly number[]) {
  const mean = figures.reduce((sum, figure) => sum + figure, 0) / figures.length;
  const variance = figures.reduce((sum, figure) => sum + (figure - mean) ** 2, 0) / (figures.length - 1);
  return { mean, error: Math.sqrt(variance / figures.length) };
}
const median = (figures: readonly number[]) => {
  const sorted = figures.toSorted((a, b) => a - b);
  const half = sorted.length / 2;
  return (sorted[Math.ceil(half) - 1]! + sorted[Math.floor(half)]!) / 2;
};

/** A day by levels, by the planner's own simulation and customer by customer; and as it is run without a plan. */
function rowOf({ name, input }: (typeof days)[number], i: number) {
  const whole: PlanInput = { ...USUAL_PLAN, ...input };
  const day = readyDay(whole);
  const rule = finished(ruleInTurns(whole));
  const { products, slots, dayFactors } = whole;
  const demands = drawnDays(products, slots, dayFactors, DAYS, seeded(1000 + i));
  const costs = (by: typeof rule) => meanOf(demands.map((demand) => runDay(day, by, demand).cost));
  const random = seeded(2000 + i).share;
  const plan = { ...rule, levels: rule.levels.map((levels) => [...levels]) };
  return {
    name,
    levels: costs(rule),
    whenEmpty: costs(fixedRule(day, 0)).mean,
    fixed: costs(finished(bestFixed(day, tuningDays(whole)))).mean,
    cafe: meanOf(Array.from({ length: CAFE_DAYS }, () => cafeDay(input, plan, random))),
  };
}
const rows: ReturnType<typeof rowOf>[] = [];

// A day a test: the runner hears nothing of a worker that computes for minutes.
test.each(days.map((day, i) => ({ name: day.name, day, i })))(
  "$name costs customer by customer what the plan says",
  ({ day, i }) => {
    const row = rowOf(day, i);
    rows.push(row);
    const { levels, cafe } = row;
    const error = Math.sqrt(levels.error ** 2 + cafe.error ** 2);
    expect(Math.abs(levels.mean - cafe.mean)).toBeLessThanOrEqual(3 * error);
  },
);

describe("24 made-up days", () => {
  const figures = () =>
    (["typical", "hard"] as const).map((kind) => {
      const own = rows.filter(({ name }) => name.startsWith(kind));
      return {
        kind,
        levels: median(own.map(({ levels }) => levels.mean)),
        whenEmpty: median(own.map(({ whenEmpty }) => whenEmpty)),
        fixed: median(own.map(({ fixed }) => fixed)),
      };
    });
  const table = () =>
    figures().map(
      ({ kind, levels, whenEmpty, fixed }) =>
        `| ${kind} | ${Math.round(levels)} | ${Math.round(whenEmpty)} | ${Math.round(fixed)} | ${(levels / whenEmpty).toFixed(2)} | ${(levels / fixed).toFixed(2)} |`,
    );

  type Figures = ReturnType<typeof figures>[number];

  test("cost by levels what docs/plan.md says", () => {
    const doc = readFileSync("docs/plan.md", "utf8");
    expect(table().filter((row) => !doc.includes(row))).toEqual([]);
  });

  test("cost far less by levels than by brewing when empty, and less than by fixed levels", () => {
    const [typical, hard] = figures() as [Figures, Figures];
    expect(typical.levels / typical.whenEmpty).toBeLessThanOrEqual(0.4);
    expect(typical.levels / typical.fixed).toBeLessThanOrEqual(0.82);
    expect(hard.levels / hard.whenEmpty).toBeLessThanOrEqual(0.5);
    expect(hard.levels / hard.fixed).toBeLessThanOrEqual(0.82);
  });
});
