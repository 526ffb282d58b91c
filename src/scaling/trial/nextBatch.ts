import type { Bench } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { HouseSettings } from "#contract/house.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { doseStepG } from "#core/sheet";
import type { ScaleState } from "#scaling/choice";
import { pinsOfStandard } from "#scaling/standards";
import type { SeenBatch } from "./seen.ts";

/** Coffee and ice of a batch, g. */
export interface Amounts {
  readonly doseG: number;
  readonly iceG: number;
}

/** Without a meter a ratio moves so far, which can be tasted; with one by as much as strength is off, and no further than twice that. */
const RATIO_SHARE = 0.05;
const MOST_RATIO_SHARE = 0.1;
const ICE_SHARE = 0.1;

/** Coffee and ice of the next batch: those of the last one, but for the ratio or the ice where that is what changes. */
export function amountsAfter(
  last: SeenBatch | undefined,
  { doseG, iceG }: Amounts,
  rounding: Pick<HouseSettings["rounding"], "doseG" | "iceG">,
): Amounts {
  const change = last?.judgement.change;
  if (change?.variable === "ratio") {
    const isMore = change.direction === "moreCoffee";
    return { doseG: moved(doseG, ratioShare(last, isMore), doseStepG(doseG, rounding.doseG)), iceG };
  }
  if (change?.variable === "ice" && iceG > 0) {
    const share = change.direction === "more" ? ICE_SHARE : -ICE_SHARE;
    return { doseG, iceG: moved(iceG, share, rounding.iceG) };
  }
  return { doseG, iceG };
}

/** How much more coffee, as a share: to the middle of what is liked, by the meter. */
function ratioShare(last: SeenBatch | undefined, isMore: boolean): number {
  const { metered, window } = last?.reading ?? {};
  const sign = isMore ? 1 : -1;
  if (metered?.strengthPct === undefined || !window) return sign * RATIO_SHARE;
  const [low, high] = window.strengthPct;
  const off = (low + high) / 2 / metered.strengthPct - 1;
  return sign * Math.min(MOST_RATIO_SHARE, Math.max(RATIO_SHARE / 2, sign * off));
}

/** A mass by a share more or less, on the scale's step, and never where it was. */
function moved(massG: number, share: number, stepG: number): number {
  const steps = Math.round((massG * (1 + share)) / stepG);
  const [above, below] = [Math.floor(massG / stepG) + 1, Math.ceil(massG / stepG) - 1];
  return (share > 0 ? Math.max(above, steps) : Math.min(below, steps)) * stepG;
}

/** The choice of a trial's next batch: its base ground at a setting, its masses pinned where coffee or ice are others. */
export function nextChoice(
  { chosen, input, result, ...card }: CardSheet,
  setting: number,
  { doseG, iceG }: Amounts,
  { brewers, settings }: Pick<Bench, "brewers" | "settings">,
): ScaleState {
  const base = result.rounded;
  const brewer = brewers.find(({ id }) => id === chosen.brewer);
  const isSame = doseG === base.doseG && iceG === base.iceG;
  if (isSame || !brewer) return { ...chosen, grind: setting };
  const masses = {
    doseG,
    iceG,
    waterG: base.brewWaterG + base.bypassG,
    serve: input.serve,
    method: icedMethodOf({ ...card, chosen }),
  };
  return { ...chosen, grind: setting, pins: pinsOfStandard(masses, brewer, settings, base.bypassG) };
}
