import {
  type BrewCurves,
  type BrewFailure,
  type BrewInput,
  forecastBrew,
  forecastCurves,
  type Spread,
} from "#core/brew";
import { umAt } from "#core/grind";
import {
  type Answer,
  asOutlook,
  brewInputOf,
  type GroundDial,
  type Ladder,
  type LadderInput,
  ladderOf,
  type Mend,
  type MendInput,
  mendsOf,
  type Outlook,
  outlookAt,
  type Plan,
  type Progress,
  type Sureness,
  type Sweep,
  type SweepPoint,
  surenessOf,
  sweepDial,
  sweepRatio,
  sweepWindow,
  type WindowRow,
} from "#core/outlook";
import { seeded } from "#core/random";
import { ok, type Result } from "#core/result";

/** What a forecast is asked for: all that the core needs, as plain figures. */
export interface Asking {
  readonly source: BrewInput;
  readonly plan: Plan;
  readonly dial: GroundDial;
  readonly settings: LadderInput["settings"];
  /** An answer of the ladder, or a setting by hand. */
  readonly pick: Answer | number;
  readonly spread: Spread;
  readonly mending: Pick<MendInput, "halves" | "bypassMostPct" | "others">;
}

/** What is there at once. */
export interface First {
  readonly ladder: Ladder;
  readonly picked: Picked;
}
/** The plan at the setting that is picked. */
export interface Picked {
  readonly setting: number;
  readonly outlook: Result<Outlook & { readonly curves: BrewCurves }, BrewFailure>;
}

/** What takes a little longer. */
export interface Study {
  readonly alongDial: readonly SweepPoint[];
  readonly alongRatio: readonly SweepPoint[];
  readonly sureness: Sureness | undefined;
  /** Worked out where the forecast warns of something. */
  readonly mends: readonly Mend[];
}

type Heard = (progress: Progress) => void;
/** A study that was overtaken by another question, or stopped. */
export type Stopped = "stopped";

/** The same question has the same range. */
const SEED = 1;

/**
 * Answers forecasts, one question at a time: a newer one ends what is under way.
 *
 * @param breathe called after every brew: lets messages in now and then, and says whether it did
 */
export function createForecaster(breathe: () => Promise<boolean>) {
  let newest = 0;

  /** Runs a sweep to its end, or until something newer was asked. */
  async function run<T>(sweep: Sweep<T>, heard: Heard): Promise<T | Stopped> {
    const mine = newest;
    for (;;) {
      const step = sweep.next();
      if (step.done) return step.value;
      if (await breathe()) heard(step.value);
      if (mine !== newest) return "stopped";
    }
  }

  return {
    first(asking: Asking): Result<First, BrewFailure> {
      newest++;
      const ladder = ladderOf(asking);
      if (!ladder.ok) return ladder;
      return ok({ ladder: ladder.value, picked: pickedOf(asking, ladder.value) });
    },

    study(asking: Asking, setting: number, heard: Heard): Promise<Study | Stopped> {
      newest++;
      return run(studySweep(asking, setting), heard);
    },

    window(asking: Asking, ratios: readonly number[], heard: Heard): Promise<readonly WindowRow[] | Stopped> {
      newest++;
      return run(sweepWindow(asking.plan, asking.dial, ratios), heard);
    },

    stop(): void {
      newest++;
    },
  };
}
export type Forecaster = ReturnType<typeof createForecaster>;

/** The setting that is picked; where its answer has no rung, the next best one's. */
function pickedOf({ pick, plan, dial }: Asking, { rungs }: Ladder): Picked {
  const by = (answer: Answer) => rungs.find((rung) => rung.by === answer)?.at.setting;
  const setting =
    typeof pick === "number"
      ? pick
      : (by(pick) ?? by("extraction") ?? by("rule") ?? by("source") ?? dial.min);
  const brew = forecastCurves(brewInputOf(plan, umAt(dial.curve, setting)));
  if (!brew.ok) return { setting, outlook: brew };
  const { curves, ...figures } = brew.value;
  return { setting, outlook: ok({ ...asOutlook(plan, figures), curves }) };
}

function* studySweep(asking: Asking, setting: number): Sweep<Study> {
  const { plan, dial, source, spread, mending } = asking;
  const alongDial = yield* sweepDial(plan, dial);
  const alongRatio = yield* sweepRatio(plan, dial, setting);
  const sureness = yield* surenessOf(plan, umAt(dial.curve, setting), spread, seeded(SEED));
  const brewed = forecastBrew(source);
  const here = outlookAt(plan, dial, setting);
  const warned = !here.ok || here.value.checks.length > 0;
  const mends =
    brewed.ok && warned ? yield* mendsOf({ ...mending, plan, dial, setting, source: brewed.value }) : [];
  return { alongDial, alongRatio, sureness, mends };
}
