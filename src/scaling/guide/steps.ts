import type { CardSheet } from "#contract/card.ts";
import type { GuideAct, PlannedStep } from "#contract/guideKinds.ts";
import { goesIntoGlasses, icedMethodOf } from "#contract/icedMethod.ts";
import type { BrewInput, Pour } from "#core/brew";
import type { Starts } from "#core/guide";
import type { HandStep } from "#core/recipe";

/** A hand's pace where no forecast says it, g/s; usual 4 to 8. */
const USUAL_RATE_G_PER_S = 6;
/** A press is filled in one go, g/s; usual 10 to 20. */
const PRESS_RATE_G_PER_S = 12;
const TAP: Starts = { by: "tap" };
const BED: Starts = { by: "bed" };
const S_PER_H = 3600;

/**
 * The steps of a card's guide, in working order.
 *
 * @param brew as the card's batch is forecast: its pours are when water is expected; without one the card's own times
 */
export function guideSteps(sheet: CardSheet, brew: BrewInput | undefined): readonly PlannedStep[] {
  const steps = [...preparing(sheet), ...brewing(sheet, brew), ...finishing(sheet)];
  return steps.map((step, i) => ({ ...step, id: `${i + 1} ${step.does}` }));
}

type Unnamed = Omit<PlannedStep, "id">;

function handed(sheet: CardSheet, ...moments: readonly HandStep["when"][]): readonly HandStep[] {
  return (sheet.byHand ?? []).filter(({ when }) => moments.includes(when));
}

function preparing(sheet: CardSheet): readonly Unnamed[] {
  const { input, result, madeWith } = sheet;
  const { filter, flow, brewerKind } = madeWith;
  const method = icedMethodOf(sheet);
  const isIced = input.serve === "iced";
  const prepare = (does: GuideAct, when = true): readonly Unnamed[] =>
    when ? [{ phase: "prepare", starts: TAP, does }] : [];
  const isOnIce = isIced && (method === "onIce" || method === "withWater" || method === "beside");
  if (method === "steep") return [...prepare("grind"), ...prepare("dose"), ...prepare("vessel")];
  return [
    ...prepare("paper", filter === "paper"),
    ...prepare("metal", filter !== "paper"),
    ...prepare("flowSwitch", flow !== undefined && brewerKind === "batch"),
    ...prepare("grind"),
    ...prepare("dose"),
    ...prepare("bed"),
    ...handed(sheet, "before").map(
      (hand): Unnamed => ({ phase: "prepare", starts: TAP, does: "hand", hand }),
    ),
    // Elsewhere they are made ready while it drains.
    ...prepare("glasses", brewerKind === "press" && goesIntoGlasses(sheet)),
    ...prepare("vessel"),
    ...prepare("coldWater", method === "withWater" && result.rounded.bypassG > 0),
    // Ice comes last: it melts while everything else is weighed.
    ...prepare("ice", isOnIce && result.rounded.iceG > 0),
  ];
}

function brewing(sheet: CardSheet, brew: BrewInput | undefined): readonly Unnamed[] {
  const { result, madeWith, chosen } = sheet;
  const { brewWaterG } = result.rounded;
  const step = (does: GuideAct, starts: Starts, more: Partial<Unnamed> = {}): Unnamed => ({
    phase: "brew",
    does,
    starts,
    ...more,
  });
  const clock = (atS: number): Starts => ({ by: "clock", atS });
  if (icedMethodOf(sheet) === "steep") {
    const pour = { fromG: 0, toG: brewWaterG, rateGPerS: USUAL_RATE_G_PER_S };
    return [
      step("pour", clock(0), { pour }),
      step("steep", TAP),
      step("drainSteep", clock(chosen.iced.steepH * S_PER_H)),
    ];
  }
  const acts = [...handed(sheet, "first drops"), ...handed(sheet, "at")].map(
    (hand): Unnamed =>
      step("hand", hand.when === "at" && hand.atS !== null ? clock(hand.atS) : TAP, { hand }),
  );
  if (madeWith.brewerKind === "batch") {
    const lastS = brew ? lastWaterOf(brew.pours) : undefined;
    return inTime([step("start", clock(0)), ...acts, step("rest", lastS === undefined ? TAP : clock(lastS))]);
  }
  const pours = poursOf(sheet, brew);
  const isApart = (sheet.iced?.apart?.massG ?? 0) >= 1;
  const wet = pours.map(({ starts, pour }) => step("pour", starts, { pour }));
  const [bloom, ...others] = wet;
  const all = isApart && bloom ? [bloom, step("apart", BED), ...others.map(onTap)] : wet;
  if (madeWith.brewerKind === "press") {
    const { press } = sheet;
    if (!press) return [...all, ...acts, step("press", TAP)];
    return inTime([
      ...all,
      step("steepPress", clock(brewWaterG / PRESS_RATE_G_PER_S)),
      ...acts,
      step("press", clock(Math.max(press.steepS, brewWaterG / PRESS_RATE_G_PER_S))),
    ]);
  }
  return inTime([...all, ...acts, step("rest", isApart ? TAP : restAfter(pours))]);
}

/** Draining begins when the last pour has run, where that has its time. */
function restAfter(pours: ReturnType<typeof poursOf>): Starts {
  const last = pours.at(-1);
  if (last?.starts.by !== "clock") return TAP;
  const { fromG, toG, rateGPerS } = last.pour;
  return { by: "clock", atS: last.starts.atS + (toG - fromG) / rateGPerS };
}

/** Behind a bloom that is set aside the clock waits for the hand. */
function onTap(step: Unnamed): Unnamed {
  return { ...step, starts: step.starts.by === "clock" ? TAP : step.starts };
}

/** Steps with a time in its order; what waits for the bed or a hand stays where it is. */
function inTime(steps: readonly Unnamed[]): readonly Unnamed[] {
  const sorted = [...steps];
  // A step of the hand at a time goes before the first one that is later.
  for (let i = 1; i < sorted.length; i++) {
    for (let k = i; k > 0 && timeOf(sorted[k]!) < timeOf(sorted[k - 1]!); k--) {
      [sorted[k - 1], sorted[k]] = [sorted[k]!, sorted[k - 1]!];
    }
  }
  return sorted;
}

function timeOf({ starts }: Unnamed): number {
  return starts.by === "clock" ? starts.atS : Number.NaN;
}

/** When the last water has run, s; undefined where the bed says when it is poured. */
function lastWaterOf(pours: readonly Pour[]): number | undefined {
  const last = pours.at(-1);
  return last && "atS" in last ? last.atS + last.waterG / last.rateGPerS : undefined;
}

/** A card's pours with the pace of the forecast's. */
function poursOf(sheet: CardSheet, brew: BrewInput | undefined) {
  const { pours, result } = sheet;
  // All of a press's water is one pour.
  if (!pours || pours.length === 0 || sheet.press) {
    const rateGPerS = sheet.press ? PRESS_RATE_G_PER_S : USUAL_RATE_G_PER_S;
    const pour = { fromG: 0, toG: result.rounded.brewWaterG, rateGPerS };
    return [{ starts: { by: "clock", atS: 0 } as Starts, pour }];
  }
  return pours.map(({ toG, atS }, i) => ({
    starts: (atS === null ? BED : { by: "clock", atS }) as Starts,
    pour: {
      fromG: pours[i - 1]?.toG ?? 0,
      toG,
      rateGPerS: brew?.pours[i]?.rateGPerS ?? USUAL_RATE_G_PER_S,
    },
  }));
}

function finishing(sheet: CardSheet): readonly Unnamed[] {
  const { input, result, madeWith, iced } = sheet;
  const method = icedMethodOf(sheet);
  const finish = (does: GuideAct, when = true, starts = TAP): readonly Unnamed[] =>
    when ? [{ phase: "finish", starts, does }] : [];
  const isIced = input.serve === "iced";
  const after = handed(sheet, "after").map(
    (hand): Unnamed => ({ phase: "finish", starts: TAP, does: "hand", hand }),
  );
  if (method === "steep") return [...finish("weigh"), ...finish("label")];
  return [
    ...finish("lift", madeWith.brewerKind !== "press", BED),
    ...finish("bypass", result.rounded.bypassG > 0 && method !== "withWater"),
    ...finish("overIce", method === "beside"),
    ...finish("bloomIn", isIced && (iced?.apart?.massG ?? 0) >= 1),
    ...finish("swirl", isIced && method !== "bath" && method !== "overGlass"),
    ...finish("weigh"),
    ...finish("cups", sheet.press?.cupG != null),
    ...finish("bath", method === "bath"),
    ...finish("overIce", method === "overGlass"),
    ...after,
    ...finish("taste"),
    ...finish("label"),
  ];
}
