import { fail, ok, type Result } from "#core/result";
import { median, OUTLIER_SD, robustScatter } from "./robust.ts";

/** A logged batch, as far as it tells what the bed kept. */
export interface LoggedYield {
  /** g, above 0 */
  readonly doseG: number;
  /** Brew water, bypass and melted ice together, g. */
  readonly waterG: number;
  /** Beverage, weighed, g. */
  readonly yieldG: number;
}

export interface Retention {
  readonly retentionGPerG: number;
  /** Standard deviation from batch to batch, g per g; undefined for one batch. */
  readonly scatterGPerG: number | undefined;
  /** Batches that counted. */
  readonly batches: number;
  /** Batches that were left out, by their place in what was given. */
  readonly outliers: readonly number[];
  /** Outside the usual range: shown, and not learned until somebody confirms it. */
  readonly unusual: boolean;
}

/** Retention of drained paper and metal filters, g per g of dose; usual 1.9 to 2.4. */
const USUAL = { least: 1.5, most: 3 };
/** How far out a value counts less, in standard deviations (Tukey's biweight, usual 4.685). */
const BIWEIGHT_SD = 4.685;
/** Enough batches to tell scatter from drift, few enough that a change of paper or habit shows within days. */
export const BATCHES_TO_LEARN_FROM = 60;
/** Steps towards the robust mean; it moves by less than a millionth after a handful. */
const MOST_STEPS = 50;
const SETTLED = 1e-12;

/**
 * Liquid retained, learned from logged yields: retained = (water − beverage) ÷ dose, averaged with Tukey's
 * biweight about the median, so that a spilt pot does not move it.
 *
 * @param logged the newest first; the newest `BATCHES_TO_LEARN_FROM` count
 * @returns g per g of dose; `noBatches` without any
 */
export function learnRetention(
  logged: readonly LoggedYield[],
): Result<Retention, { readonly code: "noBatches" }> {
  const batches = logged.slice(0, BATCHES_TO_LEARN_FROM);
  if (batches.length === 0) return fail({ code: "noBatches" });
  const values = batches.map(({ doseG, waterG, yieldG }) => (waterG - yieldG) / doseG);
  const start = median(values);
  const scatter = robustScatter(values, start);
  const outliers = values.flatMap((value, i) =>
    scatter > 0 && Math.abs(value - start) > OUTLIER_SD * scatter ? [i] : [],
  );
  const retentionGPerG = scatter > 0 ? biweightMean(values, start, scatter) : start;
  return ok({
    retentionGPerG,
    scatterGPerG: batches.length > 1 ? scatter : undefined,
    batches: batches.length - outliers.length,
    outliers,
    unusual: !(retentionGPerG >= USUAL.least && retentionGPerG <= USUAL.most),
  });
}

function biweightMean(values: readonly number[], start: number, scatter: number): number {
  let centre = start;
  for (let step = 0; step < MOST_STEPS; step++) {
    let weights = 0;
    let sum = 0;
    for (const value of values) {
      const out = (value - centre) / (BIWEIGHT_SD * scatter);
      const weight = Math.abs(out) < 1 ? (1 - out ** 2) ** 2 : 0;
      weights += weight;
      sum += weight * value;
    }
    const next = sum / weights;
    if (Math.abs(next - centre) <= SETTLED) return next;
    centre = next;
  }
  // Still moving in the twelfth decimal: near enough for any scale.
  return centre;
}
