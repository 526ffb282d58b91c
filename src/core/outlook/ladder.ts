import { type Brew, type BrewFailure, type BrewInput, forecastBrew, meanBedDepthMm } from "#core/brew";
import {
  type DialSetting,
  type GrindFailure,
  houseRule,
  onDial,
  type Pulls,
  type RuleFrom,
  sameContact,
  sameExtraction,
  settingAt,
  umAt,
} from "#core/grind";
import type { Learned } from "#core/learn";
import { ok, type Result } from "#core/result";
import { learnedFor, type Teaching } from "./learned.ts";
import { brewInputOf, type GroundDial, type Outlook, outlookOf, type Plan } from "./plan.ts";

/**
 * Where a setting comes from: the source's own, the house's rule, the forecast, the house's approved batches together, or the one that
 * was approved for this very pot.
 */
export const ANSWERS = ["source", "rule", "contact", "extraction", "learned", "standard"] as const;
export type Answer = (typeof ANSWERS)[number];

/** An answer, whichever is taken first, or a setting by hand. */
export type DialPick = Answer | "best" | number;

/** One answer on the dial, with what it would give. */
export interface Rung {
  readonly by: Answer;
  /** On the dial; where an answer is out of reach, the nearest that a grind gets. */
  readonly at: DialSetting;
  readonly outlook: Result<Outlook, BrewFailure>;
  /** Why this is the nearest only. */
  readonly miss?: Extract<GrindFailure, { code: "outOfReach" }>;
  /** How surely, and from what, where it is the learned answer. */
  readonly learned?: Learned;
}

export interface Ladder {
  readonly source: Brew;
  readonly rungs: readonly Rung[];
  /** The answer that is taken first. */
  readonly best: Answer | undefined;
  /** Pulls of the same extraction away from the source: the bed's, and the short brew's. */
  readonly pulls: Pulls | undefined;
}

export interface LadderInput {
  readonly source: BrewInput;
  readonly plan: Plan;
  readonly dial: GroundDial;
  /** Already on the dial, where they are known. */
  readonly settings: {
    readonly source?: number | undefined;
    readonly rule?: RuleFrom | undefined;
    /** As approved for this very pot. */
    readonly standard?: number | undefined;
    /** The source's strength was measured: what it extracts is known. */
    readonly metered?: boolean | undefined;
  };
  readonly teaching: Teaching;
}

/** The answers side by side: each rounded to the dial, and then forecast as it will be set. */
export function ladderOf(input: LadderInput): Result<Ladder, BrewFailure> {
  const brewed = forecastBrew(input.source);
  if (!brewed.ok) return brewed;
  const rungs = rungsOf(input, brewed.value, ANSWERS);
  const best = recommended(rungs, input.settings.metered);
  return ok({ source: brewed.value, rungs, best, pulls: pullsOf(input, brewed.value, rungs) });
}

/**
 * The way of the same extraction in two steps: the target's bed with the source's water per gram of coffee, then with
 * its own. Undefined on a batch that nothing joins below the bed, or where a step is out of reach.
 */
function pullsOf(
  { source, plan, dial }: LadderInput,
  brewed: Brew,
  rungs: readonly Rung[],
): Pulls | undefined {
  const extractionRung = rungs.find(({ by }) => by === "extraction");
  if (plan.addedG === 0 || !extractionRung || extractionRung.miss) return undefined;
  const waterG = source.pours.reduce((sum, pour) => sum + pour.waterG, 0);
  const full = { ...plan, waterG: (plan.doseG * waterG) / source.doseG };
  const { grindUm, ...target } = brewInputOf(full, source.grindUm);
  const found = sameExtraction(brewed, target, grindUm);
  if (!found.ok) return undefined;
  const [from, between] = [grindUm, found.value.grindUm].map((um) => settingAt(dial.curve, um)) as [
    number,
    number,
  ];
  const way = dial.higherIs === "coarser" ? 1 : -1;
  return { bed: way * (between - from), short: way * (extractionRung.at.exact - between) };
}

/** Answers that may be suggested: the contact time and the source's own setting never are. */
const SUGGESTIBLE: readonly Answer[] = ["rule", "extraction", "learned", "standard"];

/** Answers that another one needs first: the learned dial is counted from the forecast or the rule. */
const NEEDS: { readonly [answer in Answer]: readonly Answer[] } = {
  source: ["source"],
  rule: ["rule"],
  contact: ["contact"],
  extraction: ["extraction"],
  learned: ["rule", "extraction", "learned"],
  standard: ["standard"],
};

/** One answer without the others; undefined where there is none. The same as a whole ladder's. */
export function rungBy(answer: Answer | "best", input: LadderInput, source: Brew): Rung | undefined {
  if (answer === "best") return suggestedRung(input, source);
  return rungsOf(input, source, NEEDS[answer]).find(({ by }) => by === answer);
}

/** The suggested answer alone, without the others; undefined where there is none. The same as a whole ladder's. */
export function suggestedRung(input: LadderInput, source: Brew): Rung | undefined {
  // What was approved needs no other answer beside it.
  const wanted = input.settings.standard === undefined ? SUGGESTIBLE : NEEDS.standard;
  const rungs = rungsOf(input, source, wanted);
  const best = recommended(rungs, input.settings.metered);
  return rungs.find(({ by }) => by === best);
}

function rungsOf(
  { source, plan, dial, settings, teaching }: LadderInput,
  brewed: Brew,
  wanted: readonly Answer[],
): readonly Rung[] {
  const rung = (by: Answer, exact: number, miss?: Rung["miss"]): Rung => {
    const at = onDial(exact, dial);
    return { by, at, outlook: outlookAt(plan, dial, at.setting), ...(miss && { miss }) };
  };
  const rungs: Rung[] = [];
  const known = { ...settings, rule: ruleAt(settings.rule, plan, dial) };
  for (const by of ["source", "rule", "standard"] as const) {
    const setting = known[by];
    if (setting !== undefined && wanted.includes(by)) rungs.push(rung(by, setting));
  }
  const { grindUm: _grind, ...target } = brewInputOf(plan, source.grindUm);
  for (const [by, invert] of [
    ["contact", sameContact],
    ["extraction", sameExtraction],
  ] as const) {
    if (!wanted.includes(by)) continue;
    const found = invert(brewed, target, source.grindUm);
    if (found.ok) rungs.push(rung(by, settingAt(dial.curve, found.value.grindUm)));
    else if (found.failure.code === "outOfReach") {
      rungs.push(rung(by, settingAt(dial.curve, found.failure.nearestUm), found.failure));
    }
  }
  const exact = (by: Answer) => rungs.find((each) => each.by === by)?.at.exact;
  // Where nothing extracts like the source, the house begins from its rule.
  const from = exact("extraction") ?? exact("rule");
  const learned =
    from === undefined || !wanted.includes("learned") ? undefined : learnedFor(plan, dial, from, teaching);
  if (learned) rungs.push({ ...rung("learned", learned.at.exact), learned });
  return rungs;
}

/** The house rule's setting for a plan, off the dial's steps; undefined without a rule, or where the dose does not fit. */
function ruleAt(rule: RuleFrom | undefined, plan: Plan, dial: GroundDial): number | undefined {
  const depth = rule && meanBedDepthMm(plan);
  return depth?.ok ? houseRule(rule!, depth.value, dial).exact : undefined;
}

/** The plan at a setting of a dial. */
export function outlookAt(plan: Plan, dial: GroundDial, setting: number): Result<Outlook, BrewFailure> {
  return outlookOf(plan, umAt(dial.curve, setting));
}

/**
 * The answer to begin with: what was approved for this very pot; else what approved batches teach, where there are any; else the same
 * extraction where the source's own was metered; else the house's rule. One that cannot be brewed, or is only the nearest, is passed
 * over; but what was approved has been brewed, whatever the forecast says of it.
 */
export function recommended(rungs: readonly Rung[], metered = false): Answer | undefined {
  const of = (by: Answer) => rungs.find((rung) => rung.by === by && rung.outlook.ok && !rung.miss);
  if (rungs.some(({ by }) => by === "standard")) return "standard";
  if ((of("learned")?.learned?.taught.length ?? 0) > 0) return "learned";
  const order: readonly Answer[] = metered ? ["extraction", "rule"] : ["rule", "extraction"];
  return order.find((by) => of(by) !== undefined);
}
