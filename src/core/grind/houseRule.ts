import { coarser, type Dial, type DialSetting, onDial } from "./dial.ts";

/** The dial that rules of thumb are said on, from finest to coarsest. */
const RULE_DIAL_SPAN = 24;

/** Size of a unit of the dial of 24 on another dial, in that dial's units. */
export function dialUnit({ min, max }: Pick<Dial, "min" | "max">): number {
  return (max - min) / RULE_DIAL_SPAN;
}

/** A house's rule of thumb, on a dial of 24. */
export interface HouseRule {
  /** Dial units coarser per doubling of the dry bed's mean depth; houses use 1 to 2.5. */
  readonly unitsPerDoubling: number;
  /** Dial units finer for a short iced brew: its little water must take out as much. */
  readonly icedUnits: number;
}

/** A new house's rule. */
export const USUAL_RULE: HouseRule = { unitsPerDoubling: 2, icedUnits: 2 };

/** The rule on a dial of another range. */
export function ruleOn(dial: Dial, { unitsPerDoubling, icedUnits }: HouseRule): HouseRule {
  const unit = dialUnit(dial);
  return { unitsPerDoubling: unitsPerDoubling * unit, icedUnits: icedUnits * unit };
}

/** The rule's starting point, on the target's dial. */
export interface RuleFrom {
  /** The source's setting, already on the target's dial. */
  readonly sourceSetting: number;
  /** Mean depth of the source's dry bed, mm, above 0. */
  readonly sourceMm: number;
  /** The target is a short brew onto ice and the source is not. */
  readonly icedShift: boolean;
  readonly rule: HouseRule;
}

/** Pulls on a setting away from the source's, in dial units, each counted towards coarser: negative is finer. */
export interface Pulls {
  /** Of the deeper or shallower bed. */
  readonly bed: number;
  /** Of the little water of a short brew. */
  readonly short: number;
}

/** The two pulls of the house's rule: unitsPerDoubling · log₂(target / source), and −icedUnits; depths in mm, above 0. */
export function rulePulls({ sourceMm, icedShift, rule }: RuleFrom, targetMm: number): Pulls {
  if (!(sourceMm > 0 && targetMm > 0)) throw new Error(`no bed: ${JSON.stringify({ sourceMm, targetMm })}`);
  return {
    bed: rule.unitsPerDoubling * Math.log2(targetMm / sourceMm),
    short: icedShift ? -rule.icedUnits : 0,
  };
}

/**
 * The house's own rule of thumb: so many dial units coarser per doubling of the bed's mean depth, and some finer
 * for a short brew onto ice. The setting is the source's, moved by both pulls.
 *
 * @param targetMm mean depth of the target's dry bed, above 0
 */
export function houseRule(from: RuleFrom, targetMm: number, dial: Dial): DialSetting {
  const { bed, short } = rulePulls(from, targetMm);
  return onDial(coarser(from.sourceSetting, bed + short, dial), dial);
}
