import { uuid } from "#contract/card.ts";
import { forecastCurves } from "#core/brew";
import { foldGuide, unpackTape } from "#core/guide";
import { may, type Role } from "#core/people";
import { findBatch } from "#data/batches.ts";
import { readCupTallies } from "#data/cups.ts";
import { findGuideOfBatch } from "#data/guides.ts";
import { findApprovable } from "#data/standards.ts";
import { readTrials, trialOfBatch } from "#data/trials.ts";
import { batchOfCard } from "#scaling/cards";
import { Refusal } from "#server/action.ts";
import { benchOf } from "#server/bench.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { approvalOf } from "#server/standards.ts";
import { printTime } from "#words/figures";
import { placeTitle } from "#words/log";
import { rightSentence } from "#words/people";
import { sameCupSentence, trialTitle } from "#words/trials";
import { onBench } from "./onBench.ts";

/** One batch with its standing; undefined where there is no such batch. What its cards would become is asked for beside it. */
export function readBatch(id: string, role: Role) {
  return onBench(async (current) => {
    const batch = uuid.safeParse(id).success ? await findBatch(database(), id) : undefined;
    if (!batch) return undefined;
    const { timeZone } = ((await benchOf(batch.siteId)) ?? current).site;
    const times = { ...(await readerTimes()), timeZone };
    const found = await findApprovable(database(), id);
    return {
      batch: { ...batch, when: printTime(new Date(batch.at), times) },
      approvals: (found?.approvals ?? []).map(({ standard, person }) => ({
        id: standard.id,
        when: printTime(standard.at, times),
        person,
        retired: standard.retiredAt ? printTime(standard.retiredAt, times) : undefined,
      })),
      ...(await trialsOf(batch)),
      ...(await guideOf(id)),
      cupTests: (await readCupTallies(database(), [id])).map(
        ({ id: testId, beside, cups, right, closesAt }) => ({
          id: testId,
          when: printTime(closesAt, times),
          says: closesAt > now() ? undefined : sameCupSentence({ cups, right }, beside),
        }),
      ),
      approval:
        batch.approved || batch.removed || !may(role, "approve")
          ? { cannot: rightSentence("approve") }
          : await approvalWords(id, batch),
    };
  });
}

/** More points than a drawing shows. */
const MOST_POINTS = 240;

type GuideOfBatch = NonNullable<Awaited<ReturnType<typeof findGuideOfBatch>>>;

/** Scale's recording, temperature and planned figures of a batch, from the guide that it was brewed by. */
async function guideOf(batchId: string) {
  const guide = await findGuideOfBatch(database(), batchId);
  if (!guide) return { recording: undefined, guided: undefined };
  const { sheet, cardId } = guide;
  const { doseG, waterG, iceG } = batchOfCard(cardId, sheet);
  const { measured } = foldGuide(guide.events, []);
  return {
    recording: recordingOf(guide),
    guided: {
      tempC: measured.tempC ?? null,
      planned: {
        doseG,
        waterG,
        iceG,
        yieldG: sheet.result.rounded.yieldG,
        brewTimeS: sheet.standard?.brewTimeS ?? sheet.forecast?.brewTimeS ?? null,
        strengthPct: sheet.forecast?.strengthPct ?? null,
      },
    },
  };
}

/** What the scale said while a batch was brewed, beside its forecast; undefined where no scale was there. */
function recordingOf({ tapes, brew }: Pick<GuideOfBatch, "tapes" | "brew">) {
  const tape = tapes?.[0];
  if (!tape) return undefined;
  const massG = unpackTape(tape.packed);
  const every = Math.max(1, Math.ceil(massG.length / MOST_POINTS));
  const points = massG.flatMap((mass, i) =>
    i % every === 0 ? [{ atS: tape.fromS + i * tape.stepS, massG: mass }] : [],
  );
  const forecast = brew && tape.under === "vessel" ? forecastCurves(brew) : undefined;
  return {
    under: tape.under,
    timeS: points.map(({ atS }) => atS),
    massG: points.map((point) => point.massG),
    forecast: forecast?.ok
      ? { timeS: forecast.value.curves.timeS, massG: forecast.value.curves.yieldG }
      : undefined,
  };
}

/** The trial that a batch is of; else those that run for its coffee on its brewer. */
async function trialsOf({
  id,
  siteId,
  coffeeId,
  brewerId,
}: NonNullable<Awaited<ReturnType<typeof findBatch>>>) {
  const trialId = await trialOfBatch(database(), id);
  if (trialId !== undefined) return { trialId, trials: [] };
  const running = await readTrials(database(), siteId, { running: true });
  const trials = running
    .filter((trial) => trial.coffeeId === coffeeId && trial.brewerId === brewerId)
    .map((trial) => ({ id: trial.id, title: trialTitle(trial) }));
  return { trialId, trials };
}

/** The place that a batch would be the standard of, in words; or the sentence why it cannot be one. */
async function approvalWords(
  id: string,
  { coffee, brewer }: { readonly coffee: string | null; readonly brewer: string },
) {
  try {
    const { place, retires } = await approvalOf(id);
    return { what: placeTitle({ coffee: coffee ?? "", brewer, ...place }), retires };
  } catch (error) {
    if (error instanceof Refusal) return { cannot: error.message };
    throw error;
  }
}
