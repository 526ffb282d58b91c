import { seeded } from "#core/random";
import type { Turns } from "#core/turns";
import { bestFixed, fixedRule } from "./baselines.ts";
import type { PlanRule } from "./counter.ts";
import { readyDay } from "./day.ts";
import { type DayDemand, drawnDays } from "./demand.ts";
import { forecastOf, type LikelyBrew, likelyBrews, type PlanForecast } from "./forecast.ts";
import { lostCupCost, type PlanInput } from "./input.ts";
import { type RawLevels, rawLevels } from "./levels.ts";
import { lookAhead } from "./next.ts";
import { boundOf } from "./programme.ts";
import { runDay, type SimulatedDay } from "./rule.ts";
import { type Timetable, timetableFrom } from "./timetable.ts";
import { bestPrice, bestTuning, meanCost, ruleOf, type Tuning, UNTUNED } from "./tune.ts";

/** A day's levels and what they bring. */
export interface PlanHead extends Tuning {
  /** By product and slot: brewed at so many cups on hand and under way, or fewer; −1: no more. */
  readonly levels: readonly (readonly number[])[];
  readonly forecast: PlanForecast;
  readonly likelyBrews: readonly LikelyBrew[];
}

/** A day's levels, what they bring, and what they are held against. */
export interface Plan extends PlanHead {
  /** Costs of the same days, with each pot brewed when the last is empty, and by one fixed level a product, the best found. */
  readonly baselines: { readonly whenEmpty: number; readonly fixedLevel: number };
  /** Lower bound on the cost: each product by itself, its stock up to twice its largest batch when a fresh pot comes. */
  readonly boundCost: number;
  readonly boundPerProduct: readonly number[];
  /** Cost of the day with one more vessel of a kind, one more brewer, or a minute more of hands a slot. */
  readonly oneMore: readonly { readonly resource: string; readonly cost: number }[];
}

const TUNING_DAYS = 60;
/** The seed of the days that levels are tuned on lies beside the forecast's. */
const TUNING_SEED = 7919;

/** A day's levels and what they bring, as they were tuned before, or before they are tuned: there at once. */
export function* firstPlan(input: PlanInput, tuning: Tuning = UNTUNED): Turns<PlanHead> {
  return yield* headOf(input, yield* levelsOf(input, tuning.vesselPrice), tuning);
}

/** A day's levels, tuned on simulated days, and what they bring on others. */
export function* tunedPlan(input: PlanInput): Turns<PlanHead> {
  const { raw, tuning } = yield* tunedLevels(input);
  return yield* headOf(input, raw, tuning);
}

/** Plans a day: its tuned levels with all that they are held against. */
export function* planInTurns(input: PlanInput): Turns<Plan> {
  const day = readyDay(input);
  const head = yield* tunedPlan(input);
  const demands = drawn(input, input.days, input.seed);
  const fixed = yield* bestFixed(day, tuningDays(input));
  const whenEmpty = yield* meanCost(day, fixedRule(day, 0), demands);
  const fixedLevel = yield* meanCost(day, fixed, demands);
  const oneMore: { readonly resource: string; readonly cost: number }[] = [];
  for (const { resource, more } of oneMoreOf(input)) {
    const better = yield* ruleInTurns(more);
    oneMore.push({ resource, cost: yield* meanCost(readyDay(more), better, demands) });
  }
  const boundPerProduct = yield* boundsOf(input, 1);
  const boundsBeside = yield* boundsOf(input, 2);
  return {
    ...head,
    baselines: { whenEmpty, fixedLevel },
    boundCost: boundsBeside.reduce((sum, bound) => sum + bound, 0),
    boundPerProduct,
    oneMore,
  };
}

function* headOf(input: PlanInput, raw: readonly RawLevels[], tuning: Tuning): Turns<PlanHead> {
  const rule = ruleOf(raw, tuning);
  const day = readyDay(input);
  const days: SimulatedDay[] = [];
  for (const demand of drawn(input, input.days, input.seed)) {
    days.push(runDay(day, rule, demand));
    yield;
  }
  return {
    ...tuning,
    levels: rule.levels.map((levels) => [...levels]),
    forecast: forecastOf(days),
    likelyBrews: likelyBrews(input, days),
  };
}

/** Levels at the price of a vessel that costs least, and how they are applied. */
function* tunedLevels(
  input: PlanInput,
): Turns<{ readonly raw: readonly RawLevels[]; readonly tuning: Tuning }> {
  const day = readyDay(input);
  const demands = tuningDays(input);
  const { raw, vesselPrice } = yield* bestPrice(day, (price) => levelsOf(input, price), demands);
  return { raw, tuning: { ...(yield* bestTuning(day, raw, demands)), vesselPrice } };
}

/** @param vesselPrice of a vessel for a slot, in lost cups */
function* levelsOf(input: PlanInput, vesselPrice: number): Turns<readonly RawLevels[]> {
  const lost = lostCupCost(input.products);
  const raw: RawLevels[] = [];
  for (const product of input.products) raw.push(yield* rawLevels(product, input, vesselPrice * lost));
  return raw;
}

function* boundsOf(input: PlanInput, times: number): Turns<readonly number[]> {
  const bounds: number[] = [];
  for (const product of input.products) bounds.push(yield* boundOf(product, input, times));
  return bounds;
}

/** What to do now, and what likely follows. */
export interface NextStep {
  readonly brews: readonly { readonly product: string; readonly card: string; readonly vesselKind: string }[];
  readonly pours: readonly { readonly product: string; readonly cups: number }[];
  /** Of each product the batch that is likely begun next, after now. */
  readonly soon: readonly LikelyBrew[];
}

const AHEAD_DAYS = 40;

/** The moment's decision by the day's levels with a look ahead, and what likely follows. */
export function* nextInTurns(input: PlanInput, rule: PlanRule): Turns<NextStep> {
  const day = readyDay(input);
  const demands = drawn(input, AHEAD_DAYS, input.seed);
  const { brews, pours } = yield* lookAhead(day, rule, demands);
  const likely = likelyBrews(
    input,
    demands.map((demand) => runDay(day, rule, demand)),
  );
  const nameOf = (product: number) => input.products[product]!.name;
  return {
    brews: brews.map(({ product, option: { card, vesselKind } }) => ({
      product: nameOf(product),
      card,
      vesselKind,
    })),
    pours: pours.map(({ product, cups }) => ({ product: nameOf(product), cups })),
    soon: input.products.flatMap(
      ({ name }) => likely.find(({ product, p50Slot }) => product === name && p50Slot > input.nowSlot) ?? [],
    ),
  };
}

/** A timetable of the day: what a usual day by levels brews, improved by itself. */
export function* timetableInTurns(input: PlanInput, tuning: Tuning = UNTUNED): Turns<Timetable> {
  const rule = ruleOf(yield* levelsOf(input, tuning.vesselPrice), tuning);
  const day = readyDay(input);
  const days: SimulatedDay[] = [];
  for (const demand of tuningDays(input)) {
    days.push(runDay(day, rule, demand));
    yield;
  }
  const usual = days.toSorted((a, b) => a.cost - b.cost)[Math.floor(days.length / 2)]!;
  return yield* timetableFrom(input, usual);
}

/** The levels of a day, tuned on simulated days of their own. */
export function* ruleInTurns(input: PlanInput): Turns<PlanRule> {
  const { raw, tuning } = yield* tunedLevels(input);
  return ruleOf(raw, tuning);
}

/** Days that rules are tuned on: the same ones for each. */
export function tuningDays(input: PlanInput): readonly DayDemand[] {
  return drawn(input, TUNING_DAYS, input.seed + TUNING_SEED);
}

function drawn({ products, slots, dayFactors }: PlanInput, days: number, seed: number): readonly DayDemand[] {
  return drawnDays(products, slots, dayFactors, days, seeded(seed));
}

const MORE_HANDS_MIN = 1;

/** One more brewer can brew what any of them does. */
function onAnyBrewer({ products }: PlanInput): PlanInput["products"] {
  return products.map((product) => ({
    ...product,
    options: product.options.map(({ brewer: _, ...option }) => option),
  }));
}

function oneMoreOf(input: PlanInput): readonly { readonly resource: string; readonly more: PlanInput }[] {
  const { vessels, brewers, handsMin } = input;
  return [
    ...vessels.map(({ kind, count }, i) => ({
      resource: kind,
      more: { ...input, vessels: vessels.with(i, { kind, count: count + 1 }) },
    })),
    { resource: "brewer", more: { ...input, brewers: brewers + 1, products: onAnyBrewer(input) } },
    { resource: "hands", more: { ...input, handsMin: handsMin.map((min) => min + MORE_HANDS_MIN) } },
  ];
}
