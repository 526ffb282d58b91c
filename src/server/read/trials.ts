import { uuid } from "#contract/card.ts";
import { findBatch, findBatches } from "#data/batches.ts";
import { listCards } from "#data/cards.ts";
import { readPairs } from "#data/pairs.ts";
import { readTrialSums, readTrials, TRIALS_PAGE, type TrialLine } from "#data/trials.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { trialAtHand } from "#server/trialSeen.ts";
import { cardTitle } from "#words/cards";
import { printMoment, type ReadTimes } from "#words/figures";
import { trialTitle } from "#words/trials";
import { onBench } from "./onBench.ts";

/** The trials of a site: those that run, and a page of those that have ended. */
export function readTrialList(link: URLSearchParams) {
  return onBench(async ({ site }) => {
    const db = database();
    const [at, id] = [link.get("before"), link.get("beforeId")];
    const isPlace = at !== null && !Number.isNaN(Date.parse(at)) && uuid.safeParse(id).success;
    const before = isPlace ? { at: new Date(at), id: id! } : undefined;
    const [running, ended, sums, cards, pairs, times] = await Promise.all([
      readTrials(db, site.id, { running: true }),
      readTrials(db, site.id, { running: false, before }),
      readTrialSums(db, site.id),
      listCards(db, site.id),
      readPairs(db, site.id),
      readerTimes(),
    ]);
    const paired = await findBatches(
      db,
      pairs.flatMap(({ firstId, secondId }) => [firstId, secondId]),
    );
    const recipe = link.get("recipe");
    const ofRecipe = cards.find(({ sheet, draft }) => !draft && sheet.chosen.recipe === recipe);
    const page = ended.slice(0, TRIALS_PAGE);
    const last = page.at(-1);
    const reader = { ...times, timeZone: site.timeZone };
    return {
      running: running.map((trial) => lineOf(trial, reader)),
      ended: page.map((trial) => lineOf(trial, reader)),
      older:
        ended.length > TRIALS_PAGE && last
          ? `/trials?${new URLSearchParams({ before: last.at.toISOString(), beforeId: last.id })}`
          : undefined,
      sums,
      pairs: pairs.flatMap(({ id, about, firstId, secondId, scored }) => {
        const [a, b] = [firstId, secondId].map((batchId) => paired.find((batch) => batch.id === batchId));
        if (!a || !b || a.removed || b.removed) return [];
        const coffee = a.coffeeId === b.coffeeId ? a.coffee : `${a.coffee} and ${b.coffee}`;
        return [
          {
            id,
            about,
            title: `${coffee ?? "a coffee"} on ${a.brewer}`,
            when: printMoment(new Date(b.at), now(), reader),
            href: `/compare?batches=${firstId},${secondId}`,
            scores: scored.map(({ scores }) => scores),
          },
        ];
      }),
      begin: (await cardLike(link.get("like"), cards)) ?? ofRecipe?.id,
      // A recipe that no card was made of is scaled first.
      toScale: recipe !== null && !ofRecipe ? `/scale?${new URLSearchParams({ recipe })}` : undefined,
      cards: cards.flatMap(({ id: cardId, sheet, draft }) =>
        draft ? [] : [{ id: cardId, title: cardTitle(sheet, draft) }],
      ),
    };
  });
}

/** The card that a batch of the log was brewed from, else one of its coffee on its brewer, served as it was; undefined where there is none. */
async function cardLike(batchId: string | null, cards: Awaited<ReturnType<typeof listCards>>) {
  const batch = uuid.safeParse(batchId).success ? await findBatch(database(), batchId!) : undefined;
  if (!batch) return undefined;
  const brewable = cards.filter(({ draft }) => !draft);
  const like =
    brewable.find(({ id }) => id === batch.cardId) ??
    brewable.find(({ sheet: { chosen, input } }) => {
      const isOne = chosen.coffee === batch.coffeeId && chosen.brewer === batch.brewerId;
      return isOne && (input.serve === "iced") === (batch.method !== null);
    });
  return like?.id;
}

function lineOf(trial: TrialLine, times: ReadTimes) {
  const { id, state, reason, batches, spentG, person, at, endedAt } = trial;
  return {
    id,
    title: trialTitle(trial),
    state,
    reason,
    batches,
    spentG,
    person,
    when: printMoment(endedAt ?? at, now(), times),
  };
}

/** One trial with all that its page works with; undefined where there is none. */
export function readTrialPage(id: string) {
  return onBench(async () => {
    const found = uuid.safeParse(id).success ? await trialAtHand(id) : undefined;
    if (!found) return undefined;
    const { trial, bench, question, batches, tried, base, doseG } = found;
    const times = { ...(await readerTimes()), timeZone: bench.site.timeZone };
    const { result, madeWith, forecast } = base;
    return {
      id: trial.id,
      title: trialTitle(trial),
      state: trial.state,
      reason: trial.reason,
      revision: trial.revision,
      priorFrom: trial.priorFrom,
      budgetG: trial.budgetG,
      bothSides: trial.bothSides,
      grinder: trial.grinder,
      person: trial.person,
      pricePerKg: trial.pricePerKg,
      promises: trial.promises,
      started: printMoment(trial.at, now(), times),
      ended: trial.endedAt ? printMoment(trial.endedAt, now(), times) : undefined,
      question,
      doseG,
      rounding: { doseG: bench.settings.rounding.doseG, iceG: bench.settings.rounding.iceG },
      sheet: {
        doseG: result.rounded.doseG,
        waterG: result.rounded.brewWaterG,
        settingG: result.rounded.settingG ?? null,
        iceG: result.rounded.iceG,
        yieldG: result.rounded.yieldG,
        marked: madeWith.marked ?? null,
        forecast: forecast
          ? {
              strengthPct: forecast.strengthPct,
              extractionPct: forecast.extractionPct,
              brewTimeS: forecast.brewTimeS,
            }
          : null,
      },
      batches: batches.map(({ batch, person: brewedBy, readRevision, tastings }, i) => ({
        tried: tried[i]!,
        readRevision,
        person: brewedBy,
        when: printMoment(batch.at, now(), times),
        tastings: tastings.map(({ id: tastingId, words, person: taster, personId }) => ({
          id: tastingId,
          words,
          person: taster,
          personId,
        })),
      })),
    };
  });
}
