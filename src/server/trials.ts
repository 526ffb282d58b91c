import type { TrialRefusal } from "#contract/trialKinds.ts";
import type {
  AddedBatch,
  ChangedTrial,
  EndedTrial,
  KeptReading,
  KeptTasting,
  StartedTrial,
  TrialCard,
} from "#contract/trials.ts";
import { may, type Role } from "#core/people";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import { insertCard, readCard } from "#data/cards.ts";
import { happened } from "#data/events.ts";
import { transact } from "#data/transact.ts";
import {
  addToTrial,
  changeTrial,
  findTrial,
  giveUpTrial,
  insertTrial,
  keepReading,
  keepTasting,
  removeTasting,
} from "#data/trials.ts";
import { placeOfCard } from "#scaling/standards";
import { nextChoice } from "#scaling/trial";
import { cardFailureSentence } from "#words/cards";
import { trialSentence } from "#words/trials";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { benchWith } from "./cards.ts";
import { database } from "./database.ts";
import { computeInThread } from "./inThread.ts";
import { trialAtHand } from "./trialSeen.ts";

type By = Act & { readonly personId: string };

/** Coffee set aside before anybody says how much: as many batches as bracketing by hand takes mostly. */
const USUAL_BATCHES = 3;

/** Throws what stands against a change as a `Refusal`. */
function taken<T>(result: Result<T, { readonly code: TrialRefusal }>, field?: string): T {
  if (result.ok) return result.value;
  const { code } = result.failure;
  throw new Refusal(trialSentence(code), {
    code: code === "notThere" || code === "stale" ? code : "refused",
    ...(field !== undefined && { field }),
  });
}

function refuse(code: TrialRefusal, field?: string): never {
  return taken({ ok: false, failure: { code } }, field);
}

/** Begins a trial of what a card says, from what is best known of its dial. */
export async function startTrial({ id, cardId }: StartedTrial, by: By): Promise<{ readonly id: string }> {
  const card = (await readCard(database(), cardId)) ?? refuse("notThere");
  if (card.draft) refuse("draft");
  const { sheet, siteId } = card;
  const { chosen, result } = sheet;
  const bench = (await benchOf(siteId)) ?? refuse("notThere");
  const prior = await computeInThread("prior", { bench: await benchWith(bench, chosen.recipe), chosen });
  if (!prior) refuse("noGrind");
  await transact(database(), async (tx) => {
    const trial = {
      ...placeOfCard(sheet),
      id,
      siteId,
      cardId,
      grinderId: chosen.grinder,
      priorFrom: prior.from,
      priorSetting: prior.setting,
      priorSd: prior.sd,
      budgetG: Math.ceil(USUAL_BATCHES * result.rounded.doseG),
    };
    const { isNew } = taken(await insertTrial(tx, trial, by));
    if (isNew) happened(tx, { siteId, kind: "trialStarted", details: { trialId: id } }, by);
  });
  return { id };
}

/** Changes a running trial's coffee and whether both sides are shown. */
export async function alterTrial(change: ChangedTrial, by: By): Promise<void> {
  await transact(database(), async (tx) => {
    const { siteId } = taken(await changeTrial(tx, change));
    happened(tx, { siteId, kind: "trialChanged", details: { trialId: change.id } }, by);
  });
}

/** Gives a running trial up, with its reason. */
export async function endTrial(end: EndedTrial, by: By): Promise<void> {
  await transact(database(), async (tx) => {
    const { siteId } = taken(await giveUpTrial(tx, end, by));
    happened(tx, { siteId, kind: "trialEnded", details: { trialId: end.id, approved: false } }, by);
  });
}

/** Makes the card of a trial's next batch: as the last one was brewed, ground at a setting, with so much coffee and ice. */
export async function cardForTrial(
  { id, trialId, setting, ...amounts }: TrialCard,
  by: By,
): Promise<{ readonly cardId: string }> {
  const { trial, bench, base } = (await trialAtHand(trialId)) ?? refuse("notThere");
  if (trial.state !== "running") refuse("ended");
  const { siteId } = trial;
  const grinder = bench.grinders.find((each) => each.id === trial.grinderId) ?? refuse("otherGrinder");
  if (setting < grinder.min || setting > grinder.max) refuse("offTheDial", "setting");
  const chosen = nextChoice(base, setting, amounts, bench);
  const made = await computeInThread("card", { bench: await benchWith(bench, chosen.recipe), chosen });
  if (!made.ok) throw new Refusal(cardFailureSentence(made.failure), { code: "refused" });
  await transact(database(), async (tx) => {
    const { personId: madeBy, at: createdAt } = by;
    const inserted = await insertCard(tx, { id, siteId, ...made.value, madeBy, createdAt, trialId });
    if (!inserted.ok) refuse("stale");
    happened(tx, { siteId, kind: "cardKept", details: { cardId: id, draft: made.value.draft } }, by);
  });
  return { cardId: id };
}

/** Puts a batch of the log into a trial. */
export async function addBatch(added: AddedBatch, by: By): Promise<void> {
  const trial = (await findTrial(database(), added.trialId)) ?? refuse("notThere");
  const bench = await benchOf(trial.siteId);
  const grinder = bench?.grinders.find(({ id }) => id === trial.grinderId) ?? refuse("otherGrinder");
  await transact(database(), async (tx) => {
    const { isNew } = taken(
      await addToTrial(tx, { ...added, curveVersion: grinder.curveVersion }, by),
      "batchId",
    );
    if (!isNew) return;
    const { siteId, id: trialId } = trial;
    happened(tx, { siteId, kind: "trialChanged", details: { trialId } }, by);
  });
}

/** Keeps what was seen of a trial's batch. */
export async function sayReading(reading: KeptReading): Promise<void> {
  await transact(database(), async (tx) => taken(await keepReading(tx, reading)));
}

/** Keeps somebody's words on a cup. */
export async function sayTasting(tasting: KeptTasting, by: By): Promise<void> {
  await transact(database(), async (tx) => taken(await keepTasting(tx, tasting, by)));
}

/** Takes somebody's words back. */
export async function takeTastingBack(
  { id }: { readonly id: string },
  { personId, role }: { readonly personId: string; readonly role: Role },
): Promise<void> {
  await transact(database(), async (tx) =>
    taken(await removeTasting(tx, id, { personId, ofAnybody: may(role, "approve") })),
  );
}
