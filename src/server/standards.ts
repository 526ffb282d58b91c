import type { Bench } from "#contract/bench.ts";
import type { CardEffect, CardsFollowed } from "#contract/cardEffect.ts";
import type { TouchedPlace } from "#contract/job.ts";
import { type Place, samePlace } from "#contract/place.ts";
import type { ApprovedBatch } from "#contract/standard.ts";
import type { Act } from "#data/audit.ts";
import { readCardsTouchedBy } from "#data/cards.ts";
import { happened } from "#data/events.ts";
import { addJob } from "#data/jobs.ts";
import { approveBatch, findApprovable, standardOf, withdrawStandard } from "#data/standards.ts";
import { transact } from "#data/transact.ts";
import { approveTrial } from "#data/trials.ts";
import { standardSentence } from "#words/log";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { effectsOn, moves } from "./cardEffects.ts";
import { database } from "./database.ts";
import { followedBy } from "./followed.ts";
import { proofOf } from "./trialSeen.ts";

/** A batch's approval before it happens: place, retired batch, and the bench as it would be. */
export interface Approval {
  readonly place: Place;
  /** The batch that is the standard of that place until now. */
  readonly retires: string | undefined;
  /** The site's bench with the batch as its standard. */
  readonly bench: Bench;
  /** Where standards would be made or ended. */
  readonly touched: readonly TouchedPlace[];
}

/** Works out a batch's approval without doing it; throws a `Refusal` where it cannot be approved. */
export async function approvalOf(batchId: string): Promise<Approval> {
  const found = await findApprovable(database(), batchId);
  if (!found || found.batch.removed) throw new Refusal(standardSentence("notThere"), { code: "notThere" });
  const { batch, place } = found;
  const { siteId } = batch;
  const bench = await benchOf(siteId);
  if (!place || !bench) throw new Refusal(standardSentence("saysTooLittle"));
  const retired = bench.standards.filter((each) => samePlace(each, place));
  const grinder = bench.grinders.find(({ id }) => id === batch.grinderId);
  // Only on the curve that counts it would teach: of another one nothing but its number matters here.
  const curve =
    batch.curveVersion === null
      ? undefined
      : {
          version: batch.curveVersion,
          points: batch.curveVersion === grinder?.curveVersion ? grinder.curve : [],
        };
  const approval = { id: "", place, approvedAt: batch.at, approvedBy: "" };
  const approved = standardOf(approval, batch, curve, bench.site.timeZone);
  const standards = [approved, ...bench.standards.filter((each) => !retired.includes(each))];
  return {
    place,
    retires: retired.find((each) => each.batchId !== batchId)?.batchId,
    bench: { ...bench, standards },
    touched: [approved, ...retired].map(({ coffeeId, brewerId, grinderId }) => ({
      siteId,
      coffeeId,
      brewerId,
      grinderId,
    })),
  };
}

/** Every card that approving a batch would move, before and after. */
export async function effectsOfApproval(
  batchId: string,
  signal?: AbortSignal,
): Promise<readonly CardEffect[]> {
  const { bench, touched } = await approvalOf(batchId);
  const cards = await readCardsTouchedBy(database(), bench.site.id, touched, bench.today);
  const grinderIds = touched.map(({ grinderId }) => grinderId);
  return (await effectsOn(cards, bench, { by: "batch", batchId, grinderIds }, signal)).filter(moves);
}

/** Makes a batch the standard of its place, and the chosen cards follow. */
export async function makeStandard(
  { cards, ...approval }: ApprovedBatch,
  by: Act & { readonly personId: string },
): Promise<CardsFollowed> {
  const { batchId } = approval;
  const { touched, bench } = await approvalOf(batchId);
  const proof = await proofOf(batchId);
  const job = await transact(database(), async (tx) => {
    const approved = await approveBatch(tx, approval, by, proof);
    if (!approved.ok) {
      const { code } = approved.failure;
      throw new Refusal(standardSentence(code), { code: code === "saysTooLittle" ? "refused" : code });
    }
    if (!approved.value.inForce) return undefined;
    if (proof) await approveTrial(tx, proof.trialId, by);
    happened(tx, { siteId: bench.site.id, kind: "standardMade", details: { batchId } }, by);
    if (cards.length === 0) return undefined;
    return addJob(tx, { kind: "followBatch", request: { batchId, touched, only: cards } }, by);
  });
  return followedBy(job);
}

/** Makes a batch a standard no more; the one before is in force again, and the cards follow. */
export async function endStandard(batchId: string, by: Act): Promise<CardsFollowed> {
  const job = await transact(database(), async (tx) => {
    const touched = await withdrawStandard(tx, batchId, by);
    if (!touched) throw new Refusal(standardSentence("noStandard"), { code: "notThere" });
    for (const siteId of new Set(touched.map((place) => place.siteId))) {
      happened(tx, { siteId, kind: "standardEnded", details: { batchId } }, by);
    }
    return addJob(tx, { kind: "followBatch", request: { batchId, touched, only: null } }, by);
  });
  return followedBy(job);
}
