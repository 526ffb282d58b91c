import type { StandardProof } from "#contract/standard.ts";
import { readCard } from "#data/cards.ts";
import { findThing } from "#data/things.ts";
import { findTrial, readTrialBatches, type TrialLine, trialOfBatch, trialOfCard } from "#data/trials.ts";
import { isLiked, type Question, seenTrial, type TriedBatch } from "#scaling/trial";
import { benchOf } from "./bench.ts";
import { database } from "./database.ts";

type BatchOfTrial = Awaited<ReturnType<typeof readTrialBatches>>[number];

/** A trial with its question and its batches, as they are worked on; undefined where there is no such trial. */
export async function trialAtHand(id: string) {
  const trial = await findTrial(database(), id);
  if (!trial) return undefined;
  const [card, bench, batches, grinder] = await Promise.all([
    readCard(database(), trial.cardId),
    benchOf(trial.siteId),
    readTrialBatches(database(), id),
    findThing(database(), "grinder", trial.grinderId),
  ]);
  if (!card || !bench || !grinder) return undefined;
  const brewedFrom = batches.findLast(({ batch }) => batch.cardId !== null)?.batch.cardId;
  const base = (brewedFrom && (await readCard(database(), brewedFrom))) || card;
  const { dialMin: min, dialMax: max, dialStep: step, higherIs } = grinder.figures;
  const { standard, forecast, result, madeWith } = card.sheet;
  const brewer = bench.brewers.find((each) => each.id === trial.brewerId);
  const { strengthPct, extractionPct } = bench.settings.window;
  const question: Question = {
    wanted: {
      serve: trial.serve,
      method: madeWith.brewerKind,
      brewTimeS: standard?.brewTimeS ?? forecast?.brewTimeS ?? null,
      yieldG: result.rounded.yieldG,
      waterTempC: madeWith.waterTempC,
      doseMaxG: brewer?.doseMaxG ?? null,
      window: { strengthPct, extractionPct },
    },
    grinderId: trial.grinderId,
    curveVersion: bench.grinders.find((each) => each.id === trial.grinderId)?.curveVersion ?? null,
    dial: { min, max, step, higherIs },
    ...startOf(trial),
    strongerBy: bench.settings.strongerBy,
  };
  return {
    trial,
    bench,
    question,
    batches,
    tried: batches.map(triedOf),
    /** What the next batch is brewed like: the card of the last one, else the trial's own. */
    base: base.sheet,
    doseG: result.rounded.doseG,
  };
}

function startOf({ priorFrom, priorSetting, priorSd, budgetG, bothSides }: TrialLine) {
  return { prior: { from: priorFrom, setting: priorSetting, sd: priorSd }, budgetG, bothSides };
}

function triedOf({ batch, read, tastings }: BatchOfTrial): TriedBatch {
  return { ...batch, at: batch.at.toISOString(), read, tasted: tastings.map(({ words }) => words) };
}

/** What a running trial says for a batch of it that is approved; undefined where the batch is of none. */
export async function proofOf(batchId: string): Promise<StandardProof | undefined> {
  const trialId = await trialOfBatch(database(), batchId);
  const found = trialId === undefined ? undefined : await trialAtHand(trialId);
  if (found?.trial.state !== "running") return undefined;
  const { trial, question, tried, doseG } = found;
  const approved = tried.find(({ id }) => id === batchId);
  if (!approved || approved.dialSetting === null) return undefined;
  const { bracket, sdUnits } = seenTrial(question, tried, doseG);
  const alike = tried.filter((each) => each.dialSetting === approved.dialSetting && isLiked(each) !== false);
  return { trialId: trial.id, setting: bracket.median, sdUnits, brewedOnce: alike.length < 2 };
}

/** The trial that a card was made for, while it runs. */
export async function runningTrialOf(cardId: string): Promise<string | undefined> {
  const trialId = await trialOfCard(database(), cardId);
  const trial = trialId === undefined ? undefined : await findTrial(database(), trialId);
  return trial?.state === "running" ? trialId : undefined;
}
