import {
  type BrewCurves,
  type BrewFailure,
  type BrewInput,
  forecastBrew,
  forecastCurves,
  type Spread,
} from "#core/brew";
import { umAt } from "#core/grind";
import { seeded } from "#core/random";
import { stretchFor } from "#core/recipe";
import { ok, type Result } from "#core/result";
import {
  type Answer,
  type DialPick,
  type Ladder,
  type LadderInput,
  ladderOf,
  outlookAt,
  rungBy,
} from "./ladder.ts";
import { type Mend, type MendInput, mendsOf } from "./mends.ts";
import { asOutlook, brewInputOf, type GroundDial, type Outlook, type Plan } from "./plan.ts";
import { type Sureness, surenessOf } from "./sureness.ts";
import { type Sweep, type SweepPoint, sweepDial, sweepRatio } from "./sweep.ts";

/** A sheet's question to the forecast: all that it needs, as plain figures. */
export interface Asking {
  readonly source: BrewInput;
  readonly plan: Plan;
  /** Source and plan are poured by one hand, whose times stretch as the bed draws down. */
  readonly byHand: boolean;
  readonly dial: GroundDial;
  readonly settings: LadderInput["settings"];
  readonly teaching: LadderInput["teaching"];
  readonly pick: DialPick;
  readonly spread: Spread;
  readonly mending: Pick<MendInput, "others">;
}

/** The part of a forecast that is there at once. */
export interface First {
  readonly ladder: Ladder;
  readonly picked: Picked;
  /** How much slower a hand pours than its recipe; undefined where no hand pours, or no forecast says so. */
  readonly stretch: number | undefined;
}

/** The plan at the setting that is picked. */
export interface Picked {
  readonly setting: number;
  /** The answer that it is; undefined where it was set by hand, or where none of them says anything. */
  readonly by: Answer | undefined;
  readonly outlook: Result<Outlook & { readonly curves: BrewCurves }, BrewFailure>;
}

/** The part of a forecast that takes a little longer. */
export interface Study {
  readonly alongDial: readonly SweepPoint[];
  readonly alongRatio: readonly SweepPoint[];
  readonly sureness: Sureness | undefined;
  /** Worked out where the forecast warns of something. */
  readonly mends: readonly Mend[];
}

/** The same question has the same range. */
const SEED = 1;

/** The plan with a hand's times stretched, at the grind of the source. */
export function stretchedPlan({ byHand, source, plan }: Asking): Plan {
  const { programme } = plan;
  if (!byHand || programme.by !== "hand") return plan;
  const { pours: _source, ...from } = source;
  const { pours: _plan, ...to } = brewInputOf(plan, source.grindUm);
  const stretch = stretchFor(programme.rhythm, from, to, plan);
  return { ...plan, programme: { ...programme, stretch } };
}

/** The ladder, and the plan at what is picked on it. */
export function firstOf(asking: Asking): Result<First, BrewFailure> {
  const stretchedAsking = { ...asking, plan: stretchedPlan(asking) };
  const ladder = ladderOf(stretchedAsking);
  if (!ladder.ok) return ladder;
  return ok({
    ladder: ladder.value,
    picked: pickedOf(stretchedAsking, ladder.value),
    stretch: stretchOf(stretchedAsking.plan),
  });
}

/** The setting that is picked; where its answer has no rung, that of the one that is taken first. */
function pickedOf({ pick, plan, dial }: Asking, { rungs, best }: Ladder): Picked {
  const order = [pick, best, "extraction", "rule", "source"];
  const rung = order.flatMap((answer) => rungs.find(({ by }) => by === answer) ?? [])[0];
  return typeof pick === "number"
    ? outlookOfPick(pick, undefined, { plan, dial })
    : outlookOfPick(rung?.at.setting ?? dial.min, rung?.by, { plan, dial });
}

function outlookOfPick(
  setting: number,
  by: Answer | undefined,
  { plan, dial }: Pick<Asking, "plan" | "dial">,
): Picked {
  const brew = forecastCurves(brewInputOf(plan, umAt(dial.curve, setting)));
  if (!brew.ok) return { setting, by, outlook: brew };
  const { curves, ...figures } = brew.value;
  return { setting, by, outlook: ok({ ...asOutlook(plan, figures), curves }) };
}

/** What is picked, without the answers beside it: the same as a whole ladder's, where there is one to pick. */
export function pickedAlone(asking: Asking): Omit<First, "ladder"> | undefined {
  const { pick, source, dial } = asking;
  const plan = stretchedPlan(asking);
  const stretch = stretchOf(plan);
  if (typeof pick === "number") return { picked: outlookOfPick(pick, undefined, { plan, dial }), stretch };
  const brewed = forecastBrew(source);
  const rung = brewed.ok && rungBy(pick, { ...asking, plan }, brewed.value);
  return rung ? { picked: outlookOfPick(rung.at.setting, rung.by, { plan, dial }), stretch } : undefined;
}

function stretchOf({ programme }: Plan): number | undefined {
  return programme.by === "hand" ? programme.stretch : undefined;
}

/** Along the dial and the ratio, how surely, and what would mend it. */
export function* studySweep(asking: Asking, setting: number): Sweep<Study> {
  const { dial, source, spread, mending } = asking;
  const plan = stretchedPlan(asking);
  const alongDial = yield* sweepDial(plan, dial);
  const alongRatio = yield* sweepRatio(plan, dial, setting);
  const sureness = yield* surenessOf(plan, umAt(dial.curve, setting), spread, seeded(SEED));
  const brewed = forecastBrew(source);
  const ownOutlook = outlookAt(plan, dial, setting);
  const warned = !ownOutlook.ok || ownOutlook.value.checks.length > 0;
  const mends =
    brewed.ok && warned ? yield* mendsOf({ ...mending, plan, dial, setting, source: brewed.value }) : [];
  return { alongDial, alongRatio, sureness, mends };
}
