import type { Turns } from "#core/turns";
import type { PlanRule } from "./counter.ts";
import type { Day } from "./day.ts";
import type { DayDemand } from "./demand.ts";
import { meanCost } from "./tune.ts";

/** Fixed levels that are tried, cups. */
const FIXED = [0, 1, 2, 3, 4, 5, 6, 8, 10, 12, 15];

/** One level all day: at 0 a pot is brewed when the last is empty and none is under way. */
export function fixedRule({ products, slots }: Pick<Day, "products" | "slots">, level: number): PlanRule {
  return { levels: products.map(() => new Int16Array(slots).fill(level)), pourRestCups: 0, scarceShare: 1 };
}

/** The fixed levels that cost least on simulated days: first one for all products, then product by product. */
export function* bestFixed(day: Day, demands: readonly DayDemand[]): Turns<PlanRule> {
  let best = { rule: fixedRule(day, 0), cost: Number.POSITIVE_INFINITY };
  function* tryOut(rule: PlanRule): Turns<void> {
    const cost = yield* meanCost(day, rule, demands);
    if (cost < best.cost) best = { rule, cost };
  }
  for (const level of FIXED) yield* tryOut(fixedRule(day, level));
  for (const place of day.products.keys()) {
    for (const level of FIXED) {
      const levels = best.rule.levels.with(place, new Int16Array(day.slots).fill(level));
      yield* tryOut({ ...best.rule, levels });
    }
  }
  return best.rule;
}
