import type { StrongerBy } from "#contract/trialKinds.ts";
import { coarser, type Dial, dialUnit, onDial } from "#core/grind";
import {
  type Belief,
  type BracketInput,
  beliefOf,
  bracketFrom,
  type JudgedBatch,
  type Judgement,
  judge,
  type ProvedEnds,
  provedEnds,
  type Reading,
  SURE_PCT,
  type TrialBracket,
} from "#core/trial";
import type { Prior } from "./prior.ts";
import { isLiked, readingOf, type TriedBatch, type Wanted } from "./reading.ts";

/** A trial's question, as its page works with it. */
export interface Question {
  readonly wanted: Wanted;
  readonly grinderId: string;
  /** The dial's curve as it is now: a batch on older burrs says nothing of it. */
  readonly curveVersion: number | null;
  readonly dial: Dial;
  readonly prior: Prior;
  readonly budgetG: number;
  readonly bothSides: boolean;
  /** By what the house makes a cup stronger or thinner first. */
  readonly strongerBy: StrongerBy;
}

/** A batch with what it says. */
export interface SeenBatch {
  readonly batch: TriedBatch;
  readonly reading: Reading;
  readonly judgement: Judgement;
  /** Whether the bracket takes it; not where its dial is not known, or its burrs are others. */
  readonly counts: boolean;
}

/** A trial with all that follows from its batches. */
export interface SeenTrial {
  readonly batches: readonly SeenBatch[];
  readonly input: BracketInput;
  readonly belief: Belief;
  readonly bracket: TrialBracket;
  readonly proved: ProvedEnds | undefined;
  /** The setting to brew next: the bracket's, or that of a side which a lead wants to see. */
  readonly next: number;
  readonly nextSide: "finer" | "coarser" | undefined;
  /** Standard deviation of what is believed, dial units. */
  readonly sdUnits: number;
  /** Why it ends; undefined while it goes on. */
  readonly done: "sure" | "coffeeGone" | undefined;
  readonly spentG: number;
  /** Batches that the rest of the coffee makes, of the size of the last. */
  readonly batchesLeft: number;
}

/** Half the width of what is liked, and how far tasting scatters; units of a dial of 24. */
const LIKED_UNITS = 1;
const TASTE_UNITS = 0.75;
/** To see a side, a batch is ground so many times what is liked away from the middle. */
const SIDE_WIDTHS = 3;

/** Works a trial out from its batches, the oldest first. */
export function seenTrial(question: Question, batches: readonly TriedBatch[], doseG: number): SeenTrial {
  const { wanted, dial, prior, budgetG } = question;
  const unit = dialUnit(dial);
  const seen = batches.map((batch, i): SeenBatch => {
    const reading = readingOf(batch, batches[i - 1], wanted);
    const counts =
      batch.dialSetting !== null &&
      batch.grinderId === question.grinderId &&
      batch.curveVersion === question.curveVersion;
    return { batch, reading, judgement: asTheHouseMends(judge(reading), question.strongerBy), counts };
  });
  const input: BracketInput = {
    dial,
    prior: { setting: prior.setting, sd: prior.sd },
    batches: seen.flatMap(({ batch, judgement, counts }): JudgedBatch[] =>
      counts ? [{ setting: batch.dialSetting!, ...judgement.verdict }] : [],
    ),
    likedHalfWidth: LIKED_UNITS * unit,
    tasteSd: TASTE_UNITS * unit,
  };
  const belief = beliefOf(input);
  const bracket = bracketFrom(belief, input);
  const last = seen.at(-1);
  const isRight =
    last !== undefined &&
    isLiked(last.batch) === true &&
    last.counts &&
    last.judgement.causes[0]?.cause === "right";
  const spentG = batches.reduce((sum, batch) => sum + batch.doseG, 0);
  const batchesLeft = Math.max(0, Math.floor((budgetG - spentG) / (batches.at(-1)?.doseG ?? doseG)));
  const nextSide = question.bothSides ? sideToSee(seen) : undefined;
  return {
    batches: seen,
    input,
    belief,
    bracket,
    proved: input.batches.length > 0 ? provedEnds(belief, input) : undefined,
    next: nextSide
      ? moved(bracket.median, nextSide, SIDE_WIDTHS * input.likedHalfWidth, dial)
      : (mendedByGrind(last, input) ?? bracket.next),
    nextSide,
    sdUnits: Math.sqrt(
      belief.settings.reduce((sum, at, i) => sum + belief.weights[i]! * (at - bracket.mean) ** 2, 0),
    ),
    done: isRight && bracket.withinPct >= SURE_PCT ? "sure" : batchesLeft < 1 ? "coffeeGone" : undefined,
    spentG,
    batchesLeft,
  };
}

/** The cause of a thin or a heavy cup is the ratio; a house may mend it by the grind all the same. */
function asTheHouseMends(judgement: Judgement, strongerBy: StrongerBy): Judgement {
  const { change } = judgement;
  if (strongerBy === "ratio" || change?.variable !== "ratio") return judgement;
  return {
    ...judgement,
    change: { variable: "dial", direction: change.direction === "moreCoffee" ? "finer" : "coarser" },
  };
}

/** A step of the dial that makes the next cup stronger or thinner, where the ratio was the cause; undefined where the bracket says. */
function mendedByGrind(last: SeenBatch | undefined, { dial, likedHalfWidth }: BracketInput) {
  const { causes, change } = last?.judgement ?? {};
  const isRatio = causes?.[0]?.cause === "tooWeak" || causes?.[0]?.cause === "tooStrong";
  if (!isRatio || change?.variable !== "dial" || last?.batch.dialSetting == null) return undefined;
  return moved(
    last.batch.dialSetting,
    change.direction === "finer" ? "finer" : "coarser",
    likedHalfWidth,
    dial,
  );
}

/** A setting that lies so far to one side, on the dial. */
function moved(setting: number, side: "finer" | "coarser", by: number, dial: Dial): number {
  return onDial(coarser(setting, side === "finer" ? -by : by, dial), dial).setting;
}

/** The side of what is right that no batch has shown yet. */
function sideToSee(seen: readonly SeenBatch[]): SeenTrial["nextSide"] {
  const shows = (verdict: "tooFine" | "tooCoarse") =>
    seen.some(({ judgement, counts }) => {
      const { tooFine, tooCoarse, right } = judgement.verdict;
      return (
        counts &&
        judgement.verdict[verdict] === Math.max(tooFine, tooCoarse, right) &&
        judgement.verdict[verdict] > 0.4
      );
    });
  return shows("tooFine") ? (shows("tooCoarse") ? undefined : "coarser") : "finer";
}
