import type { Brew } from "#core/brew";
import { coarser, onDial, sameExtraction, settingAt, umAt } from "#core/grind";
import { outlookAt } from "./ladder.ts";
import { brewInputOf, type GroundDial, type Plan } from "./plan.ts";
import type { Sweep } from "./sweep.ts";

/** A mend that takes away every warning of a plan, worked out by the forecast. */
export type Mend =
  /** On the dial, so many steps; negative is finer. */
  | { readonly by: "dial"; readonly steps: number; readonly setting: number; readonly brewTimeS: number }
  | { readonly by: "basket"; readonly name: string; readonly setting: number; readonly brewTimeS: number };

export interface MendInput {
  readonly plan: Plan;
  readonly dial: GroundDial;
  readonly setting: number;
  /** The brew whose extraction the mended brews should have. */
  readonly source: Brew;
  /** The same batch on other brewers that take it. */
  readonly others: readonly { readonly name: string; readonly plan: Plan }[];
}

/** Most steps along the dial that are still a mend of this batch. */
const MOST_STEPS = 12;
/** Distance inside the window that is aimed at, percentage points, so that the dial's step does not lead out of it. */
const INSIDE_PCT = 0.3;

/**
 * Mends of a plan that the forecast warns of: the nearest setting of the dial, then another basket, each only
 * where it takes every warning away. In another basket it is ground for the source's extraction, as far as it lies in
 * the window. Ways to brew less at once are compared elsewhere (`compareWays`).
 */
export function* mendsOf(input: MendInput): Sweep<readonly Mend[]> {
  const { plan, dial, setting, source, others } = input;
  const of = 2 * MOST_STEPS + others.length;
  let done = 0;
  const mends: Mend[] = [];

  // Both ways at once: the nearest wins, and of two equally near the coarser one.
  let byDial: Mend | undefined;
  for (let step = 1; step <= MOST_STEPS && !byDial; step++) {
    for (const steps of [step, -step]) {
      const at = onDial(coarser(setting, steps * dial.step, dial), dial);
      const outlook = at.limitedBy ? undefined : outlookAt(plan, dial, at.setting);
      yield { done: ++done, of };
      if (byDial || !outlook?.ok || outlook.value.checks.length > 0) continue;
      byDial = { by: "dial", steps, setting: at.setting, brewTimeS: outlook.value.brew.brewTimeS };
    }
  }
  if (byDial) mends.push(byDial);

  const [low, high] = plan.limits.extractionPct ?? [0, Infinity];
  const wanted = {
    ...source,
    extractionPct: Math.max(low + INSIDE_PCT, Math.min(high - INSIDE_PCT, source.extractionPct)),
  };
  /** Ground for the source's extraction, or what of the window is nearest; only what is then without a warning. */
  const good = (other: Plan) => {
    const um = umAt(dial.curve, setting);
    const { grindUm: _grind, ...target } = brewInputOf(other, um);
    const found = sameExtraction(wanted, target, um);
    if (!found.ok) return undefined;
    const at = onDial(settingAt(dial.curve, found.value.grindUm), dial);
    const outlook = at.limitedBy ? undefined : outlookAt(other, dial, at.setting);
    if (!outlook?.ok || outlook.value.checks.length > 0) return undefined;
    return { setting: at.setting, brewTimeS: outlook.value.brew.brewTimeS };
  };

  for (const { name, plan: other } of others) {
    const basket = good(other);
    yield { done: ++done, of };
    if (basket) mends.push({ by: "basket", name, ...basket });
  }
  return mends;
}
