import { umAt } from "#core/grind";
import { outlookAt } from "./ladder.ts";
import { type GroundDial, type Outlook, outlookOf, type Plan } from "./plan.ts";

/*
 * Sweeps are generators: they yield after every brew, so that whoever runs one can show how far it is, let other
 * work in, or stop.
 */

/** Progress of a sweep, in brews. */
export interface Progress {
  readonly done: number;
  readonly of: number;
}
export type Sweep<T> = Generator<Progress, T, void>;

/** A point of a curve; brews that fail are no points. */
export interface SweepPoint {
  /** The dial's setting, or the ratio of water to coffee. */
  readonly at: number;
  readonly outlook: Outlook;
}

/** Points that draw a curve; a longer dial is looked at every second or third step. */
const DIAL_POINTS = 40;
/** The ratio is swept so far to either side, in so many points. */
const RATIO_SHARE = 0.2;
const RATIO_POINTS = 17;

/** The plan along the whole dial, from its lower end. */
export function* sweepDial(plan: Plan, dial: GroundDial, most = DIAL_POINTS): Sweep<readonly SweepPoint[]> {
  const settings = settingsOf(dial, most);
  const points: SweepPoint[] = [];
  for (const [i, at] of settings.entries()) {
    const outlook = outlookAt(plan, dial, at);
    if (outlook.ok) points.push({ at, outlook: outlook.value });
    yield { done: i + 1, of: settings.length };
  }
  return points;
}

/** The plan with less and with more water at one dose and setting. */
export function* sweepRatio(plan: Plan, dial: GroundDial, setting: number): Sweep<readonly SweepPoint[]> {
  const points: SweepPoint[] = [];
  for (let i = 0; i < RATIO_POINTS; i++) {
    const share = 1 + RATIO_SHARE * ((2 * i) / (RATIO_POINTS - 1) - 1);
    const waterG = plan.waterG * share;
    const outlook = outlookOf({ ...plan, waterG }, umAt(dial.curve, setting));
    if (outlook.ok) points.push({ at: (waterG + plan.addedG) / plan.doseG, outlook: outlook.value });
    yield { done: i + 1, of: RATIO_POINTS };
  }
  return points;
}

/** Which settings of the dial land in all of the plan's windows, ratio by ratio. */
export interface WindowRow {
  readonly ratio: number;
  /** The settings without a warning; none when nothing on the dial does. */
  readonly settings: readonly number[];
}

/** Every ratio that is given with every setting of the dial: a thousand brews and more. */
export function* sweepWindow(
  plan: Plan,
  dial: GroundDial,
  ratios: readonly number[],
): Sweep<readonly WindowRow[]> {
  const settings = settingsOf(dial, Infinity);
  const rows: WindowRow[] = [];
  for (const [i, ratio] of ratios.entries()) {
    const waterG = ratio * plan.doseG - plan.addedG;
    const landing: number[] = [];
    for (const [j, setting] of settings.entries()) {
      const outlook = outlookAt({ ...plan, waterG }, dial, setting);
      if (outlook.ok && outlook.value.checks.length === 0) landing.push(setting);
      yield { done: i * settings.length + j + 1, of: ratios.length * settings.length };
    }
    rows.push({ ratio, settings: landing });
  }
  return rows;
}

/** The dial's steps from its lower end, at most so many of them, evenly. */
function settingsOf({ min, max, step }: GroundDial, most: number): readonly number[] {
  const steps = Math.floor((max - min) / step + STEP_SLACK);
  const every = Math.max(1, Math.ceil((steps + 1) / most));
  return Array.from({ length: Math.floor(steps / every) + 1 }, (_, i) => min + i * every * step);
}
/** Steps such as 0.1 have no exact binary value. */
const STEP_SLACK = 1e-9;
