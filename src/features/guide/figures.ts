import type { BatchOfCard, SentBatch } from "#contract/batch.ts";
import type { PlannedStep } from "#contract/guideKinds.ts";
import { type GuideState, running } from "#core/guide";

/** Water that was to be poured by a time of the clock, as the steps began; g. */
export function plannedMass(steps: readonly PlannedStep[], state: GuideState, clockS: number): number {
  return running(steps).reduce((sum, step, i) => {
    const { pour } = step as PlannedStep;
    const startedS = state.startedS[i];
    if (!pour || startedS === undefined) return sum;
    return sum + Math.min(pour.toG - pour.fromG, Math.max(0, clockS - startedS) * pour.rateGPerS);
  }, 0);
}

const LONGEST_S = 3600;
const HALVINGS = 14;

/** Half of what is to come, and when it should be there; undefined where the plan waits for a hand before that. */
export function halfOf(
  massAt: (clockS: number) => number,
  wholeG: number,
): { readonly massG: number; readonly byS: number } | undefined {
  const massG = wholeG / 2;
  if (massAt(LONGEST_S) < massG) return undefined;
  let [early, late] = [0, LONGEST_S];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (early + late) / 2;
    if (massAt(middle) < massG) early = middle;
    else late = middle;
  }
  return { massG, byS: Math.round(late) };
}

/** When the brew was done, s: the first step after it has begun; undefined before. */
export function doneAtS(steps: readonly PlannedStep[], { startedS }: GuideState): number | undefined {
  const place = running(steps).findIndex(({ phase }) => phase === "finish");
  return place < 0 ? undefined : startedS[place];
}

/** The step that runs, and the one after it. */
export function stepsAt(steps: readonly PlannedStep[], { place }: GuideState) {
  const order = running(steps) as readonly PlannedStep[];
  return { now: order[place], next: order[place + 1], order };
}

/** Seconds until the next step begins by the clock; below 0 it is late; undefined where a hand begins it. */
export function dueInS(steps: readonly PlannedStep[], state: GuideState, clockS: number): number | undefined {
  const { next } = stepsAt(steps, state);
  return state.begunMs !== null && next?.starts.by === "clock" ? next.starts.atS - clockS : undefined;
}

/** A time that is three times the forecast's, or a third of it, is asked about. */
const UNUSUAL_TIMES = 3;
export function isUnusual(timeS: number, forecastS: number | null): boolean {
  return forecastS !== null && (timeS > UNUSUAL_TIMES * forecastS || timeS * UNUSUAL_TIMES < forecastS);
}

interface Ending {
  readonly id: string;
  readonly card: BatchOfCard;
  readonly measured: GuideState["measured"];
  readonly brewTimeS: number | null;
  readonly confirmed: boolean;
  /** By the house's clock, ISO. */
  readonly at: string;
}

/** A guide's batch as it is logged: the card's figures, but for what was measured otherwise. */
export function batchOf({ id, card, measured, brewTimeS, confirmed, at }: Ending): SentBatch {
  const { doseG = card.doseG, waterG = card.waterG, yieldG = null, strengthPct = null } = measured;
  const isIced = card.method !== null;
  return {
    ...card,
    id,
    doseG,
    waterG,
    yieldG,
    strengthPct,
    sampledAt: strengthPct !== null && isIced ? "melted" : null,
    // Whole seconds, as the clock showed them.
    brewTimeS: brewTimeS === null ? null : Math.max(1, Math.floor(brewTimeS)),
    bed: null,
    wall: null,
    taste: [],
    liked: null,
    note: "",
    at,
    confirmed,
  };
}
