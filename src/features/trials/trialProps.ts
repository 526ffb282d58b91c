import type { z } from "zod";
import type { cardMarks } from "#contract/card.ts";
import type { PriorFrom, TrialState } from "#contract/trialKinds.ts";
import type { TastedWords } from "#contract/trials.ts";
import type { Question, TriedBatch } from "#scaling/trial";

/** A batch of a trial with what its page says of it. */
export interface TrialBatchProps {
  readonly tried: TriedBatch;
  readonly readRevision: number;
  readonly person: string | null;
  readonly when: string;
  readonly tastings: readonly {
    readonly id: string;
    readonly words: TastedWords;
    readonly person: string;
    readonly personId: string;
  }[];
}

export interface TrialProps {
  readonly id: string;
  readonly title: string;
  readonly state: TrialState;
  readonly reason: string;
  readonly revision: number;
  readonly priorFrom: PriorFrom;
  readonly budgetG: number;
  readonly bothSides: boolean;
  readonly grinder: string;
  readonly person: string;
  readonly pricePerKg: number | null;
  /** What the bag says it tastes of; empty where it says nothing. */
  readonly promises: string;
  readonly started: string;
  readonly ended: string | undefined;
  readonly question: Question;
  readonly doseG: number;
  /** Steps of the house's scales, g. */
  readonly rounding: { readonly doseG: number; readonly iceG: number };
  /** What the next batch is brewed like, but for its one change. */
  readonly sheet: {
    readonly doseG: number;
    readonly waterG: number;
    readonly settingG: number | null;
    readonly iceG: number;
    readonly yieldG: number;
    readonly marked: z.infer<typeof cardMarks> | null;
    readonly forecast: {
      readonly strengthPct: number;
      readonly extractionPct: number;
      readonly brewTimeS: number;
    } | null;
  };
  readonly batches: readonly TrialBatchProps[];
}
