/** A grinder's dial. */
export interface Dial {
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** Whether larger numbers grind coarser or finer. */
  readonly higherIs: "coarser" | "finer";
}

/** A setting as asked for, and as the dial can do it. */
export interface DialSetting {
  /** Not rounded, not limited. */
  readonly exact: number;
  /** On a step of the dial and within its range. */
  readonly setting: number;
  /** Which end of the dial cut it short. */
  readonly limitedBy?: "min" | "max";
}

/** Steps such as 0.1 have no exact binary value: an index this close to a half or a whole one counts as it. */
const INDEX_SLACK = 1e-9;

/**
 * The nearest setting that the dial has; a tie goes to the coarser one, which costs a thin cup and not a
 * stalled brew. Steps count from the dial's lower end; an upper end between two steps is itself a setting.
 */
export function onDial(exact: number, dial: Dial): DialSetting {
  if (!Number.isFinite(exact)) throw new Error(`no setting: ${exact}`);
  if (exact < dial.min) return { exact, setting: dial.min, limitedBy: "min" };
  if (exact > dial.max) return { exact, setting: dial.max, limitedBy: "max" };
  const steps = (exact - dial.min) / dial.step;
  const tieUp = dial.higherIs === "coarser";
  const index = tieUp ? Math.floor(steps + 0.5 + INDEX_SLACK) : Math.ceil(steps - 0.5 - INDEX_SLACK);
  return { exact, setting: Math.min(dial.max, dial.min + index * dial.step) };
}

/** `units` coarser on this dial; negative is finer. */
export function coarser(setting: number, units: number, dial: Dial): number {
  return dial.higherIs === "coarser" ? setting + units : setting - units;
}
