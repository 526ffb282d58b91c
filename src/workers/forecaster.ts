import type { BrewFailure } from "#core/brew";
import {
  type CorrectFailure,
  type CorrectInput,
  type Correction,
  type CoupleAsked,
  type CoupledFailure,
  correctionOf,
  extractionFor,
} from "#core/iced";
import {
  type Asking,
  compareWays,
  type First,
  firstOf,
  type Progress,
  type Study,
  type Sweep,
  stretchedPlan,
  studySweep,
  sweepWindow,
  type WayAnswer,
  type WayAsked,
  type WindowRow,
} from "#core/outlook";
import type { Result } from "#core/result";
import { type BracketInput, batchesNeeded, type Needed } from "#core/trial";
import { answerLive, type LiveAnswer, type LiveAsked } from "./live.ts";

type Heard = (progress: Progress) => void;
/** A study that was overtaken by another question, or stopped. */
export type Stopped = "stopped";

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
      return firstOf(asking);
    },

    study(asking: Asking, setting: number, heard: Heard): Promise<Study | Stopped> {
      newest++;
      return run(studySweep(asking, setting), heard);
    },

    window(asking: Asking, ratios: readonly number[], heard: Heard): Promise<readonly WindowRow[] | Stopped> {
      newest++;
      return run(sweepWindow(stretchedPlan(asking), asking.dial, ratios), heard);
    },

    /** A few brews: it ends nothing that is under way. */
    ways(asked: readonly WayAsked[], wantedG: number): readonly WayAnswer[] {
      return compareWays(asked, wantedG);
    },

    /** The extraction that a sheet counts with; it ends nothing that is under way. */
    extraction(asked: CoupleAsked): Result<number, CoupledFailure> {
      return extractionFor(asked);
    },

    /** The one thing to change after tasting. */
    correct(input: CorrectInput): Result<Correction, CorrectFailure> {
      return correctionOf(input);
    },

    /** How many batches more a trial will likely take; it ends nothing that is under way. */
    needed(input: BracketInput, most: number): Needed {
      return batchesNeeded(input, most);
    },

    /** A running brew, forecast anew from its scale; it ends nothing that is under way. */
    live(request: LiveAsked): LiveAnswer | undefined {
      return answerLive(request);
    },

    stop(): void {
      newest++;
    },
  };
}
export type Forecaster = ReturnType<typeof createForecaster>;
