import { coarser, type Dial, type DialSetting, onDial } from "./dial.ts";

/** The dial that rules of thumb are said on, from finest to coarsest. */
const RULE_DIAL_SPAN = 24;

/** What a unit of the dial of 24 is on another one. */
export function dialUnit({ min, max }: Pick<Dial, "min" | "max">): number {
  return (max - min) / RULE_DIAL_SPAN;
}

/** A house's rule of thumb, on a dial of 24. */
export interface HouseRule {
  /** Dial units coarser per doubling of the dry bed's depth; houses use 1 to 2.5. */
  readonly unitsPerDoubling: number;
  /** Dial units finer for a short iced brew: its little water must take out as much. */
  readonly icedUnits: number;
}

/** What a house starts with. */
export const USUAL_RULE: HouseRule = { unitsPerDoubling: 1.5, icedUnits: 1 };

/** The rule on a dial of another range. */
export function ruleOn(dial: Dial, { unitsPerDoubling, icedUnits }: HouseRule): HouseRule {
  const unit = dialUnit(dial);
  return { unitsPerDoubling: unitsPerDoubling * unit, icedUnits: icedUnits * unit };
}

export interface HouseRuleInput {
  /** The source's setting, already on the target's dial. */
  readonly sourceSetting: number;
  /**
   * How far the target's bed is doubled: depth over depth of the dry beds, or dose over dose where both
   * baskets have one shape. Above 0.
   */
  readonly doubling: { readonly source: number; readonly target: number };
  /** The target is a short brew onto ice and the source is not. */
  readonly icedShift: boolean;
  readonly dial: Dial;
  readonly rule: HouseRule;
}

/**
 * The house's own rule of thumb: so many dial units coarser per doubling of bed depth, and a little finer
 * for a short brew onto ice.
 *
 * setting = source + unitsPerDoubling · log₂(target / source) − icedUnits, counted towards coarser.
 */
export function houseRule({ sourceSetting, doubling, icedShift, dial, rule }: HouseRuleInput): DialSetting {
  if (!(doubling.source > 0 && doubling.target > 0)) throw new Error(`no bed: ${JSON.stringify(doubling)}`);
  const deeper = rule.unitsPerDoubling * Math.log2(doubling.target / doubling.source);
  return onDial(coarser(sourceSetting, deeper - (icedShift ? rule.icedUnits : 0), dial), dial);
}
