import { addSeconds, subHours, subMilliseconds } from "date-fns";
import type { z } from "zod";
import type { SentEvent } from "#contract/bar.ts";
import type { EndedGuide, StartedGuide, sentGuideEvents } from "#contract/guide.ts";
import type { GuideRefusal } from "#contract/guideKinds.ts";
import { foldGuide, type GuideEvent, inForce } from "#core/guide";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import { readCard } from "#data/cards.ts";
import {
  claimGuide,
  endGuide,
  findGuide,
  type Guide,
  insertGuide,
  keepGuideEvents,
  type RunningSince,
  releaseGuide,
} from "#data/guides.ts";
import { transact } from "#data/transact.ts";
import { brewOfCard } from "#scaling/guide";
import { guideSentence } from "#words/guide";
import { Refusal } from "./action.ts";
import { keepBarEvents, keepWith } from "./bar.ts";
import { type Logged, log } from "./batches.ts";
import { benchOf } from "./bench.ts";
import { benchWith } from "./cards.ts";
import { machineNow, now } from "./clock.ts";
import { database } from "./database.ts";

type By = Act & { readonly personId: string };
type KeptGuide = NonNullable<Awaited<ReturnType<typeof findGuide>>>;

function taken<T>(result: Result<T, { readonly code: GuideRefusal }>): T {
  return result.ok ? result.value : refuse(result.failure.code);
}

function refuse(code: GuideRefusal): never {
  throw new Refusal(guideSentence(code), {
    code: code === "notThere" || code === "stale" ? code : "refused",
  });
}

/** A brew that nobody ended is forgotten after so long: a concentrate lies for a day. One that was only looked at, sooner. */
const BREWS_H = 36;
const GETS_READY_H = 1;
const MS_PER_H = 3_600_000;

/** From when on guides count as running. */
export function runningSince(): RunningSince {
  return { begun: subHours(now(), BREWS_H), gettingReady: subHours(now(), GETS_READY_H) };
}

/** Begins a guide of a card, which goes on by the card as it is now. */
export async function startGuide({ id, cardId }: StartedGuide, by: By): Promise<{ readonly id: string }> {
  const guide = await guideOfCard(cardId);
  await transact(database(), async (tx) => taken(await insertGuide(tx, { id, ...guide }, by)));
  return { id };
}

/** What a guide of a card goes by. @throws `Refusal` where there is no such card, or it is a draft */
export async function guideOfCard(cardId: string) {
  const card = (await readCard(database(), cardId)) ?? refuse("notThere");
  if (card.draft) refuse("draft");
  const { sheet, siteId } = card;
  const bench = (await benchOf(siteId)) ?? refuse("notThere");
  const brew = brewOfCard(sheet, await benchWith(bench, sheet.chosen.recipe)) ?? null;
  return { siteId, cardId, sheet, brew };
}

/**
 * Keeps what happened in a guide; the bar hears when its brew has begun. Both or neither: what is sent again after a house died is no news,
 * and the bar would never hear of it.
 */
export async function keepEvents(
  guideId: string,
  { events }: z.infer<typeof sentGuideEvents>,
  by: By,
): Promise<void> {
  const { siteId, sheet } = (await findGuide(database(), guideId)) ?? refuse("notThere");
  const bench = await benchOf(siteId);
  const hasVessel = bench?.vessels.some(({ id }) => id === sheet.madeWith.vesselId) ?? false;
  await transact(database(), async (tx) => {
    const news = taken(await keepGuideEvents(tx, guideId, events, by));
    if (!bench || !hasVessel || !news.some(({ kind }) => OF_THE_BAR.includes(kind))) return;
    const barEvents = brewsOf((await findGuide(tx, guideId)) ?? refuse("notThere"), news);
    if (barEvents.length > 0)
      await keepWith(tx, bench, { sentAt: now().toISOString(), events: barEvents }, by);
  });
}

const OF_THE_BAR: readonly GuideEvent["kind"][] = ["begun", "undone", "left"];

/** What is said at the bar: that a vessel is being filled, and that it is not after all. */
function brewsOf({ sheet, events, cardId }: KeptGuide, news: readonly GuideEvent[]): SentEvent[] {
  const begunOf = (all: readonly GuideEvent[]) => inForce(all).find(({ kind }) => kind === "begun");
  const begun = begunOf(events);
  const before = begunOf(events.filter(({ id }) => !news.some((each) => each.id === id)));
  const { vesselId } = sheet.madeWith;
  return news.flatMap((event): SentEvent[] => {
    // A guide is timed by the machine's clock, and the bar by the house's: never ahead of it, whatever time an event claims.
    const agoMs = Math.min(BREWS_H * MS_PER_H, Math.max(0, machineNow().getTime() - event.atMs));
    const at = subMilliseconds(now(), agoMs).toISOString();
    const dueAt = sheet.forecast ? addSeconds(at, sheet.forecast.brewTimeS).toISOString() : null;
    if (event.id === begun?.id)
      return [{ kind: "brewBegun", id: event.id, at, vesselId, cardId, dueAt, waitedMin: null }];
    const isTakenBack = event.kind === "left" || (event.kind === "undone" && !begun);
    return before && isTakenBack ? [{ kind: "undone", id: event.id, at, eventId: before.id }] : [];
  });
}

/**
 * Ends a guide: its batch is logged, and its pot stands at the bar from the moment it was done. Sent twice it is one batch
 * and one pot.
 */
export async function finishGuide(
  guideId: string,
  { batch, tapes, filledId, event }: EndedGuide,
  by: By,
): Promise<Logged> {
  const guide = (await findGuide(database(), guideId)) ?? refuse("notThere");
  // Of two who end it at once, one logs a batch.
  await transact(database(), async (tx) => taken(await claimGuide(tx, guideId, batch.id)));
  const logged = await log(batch, by).catch(async (error: unknown) => {
    await transact(database(), (tx) => releaseGuide(tx, guideId, batch.id));
    throw error;
  });
  await transact(database(), async (tx) => {
    taken(await keepGuideEvents(tx, guideId, [event], by));
    await endGuide(tx, guideId, { at: by.at, batchId: batch.id, tapes });
  });
  const { measured } = foldGuide(guide.events, []);
  if (filledId !== null && batch.vesselId !== null)
    await fillPot(guide, filledId, { ...batch, tempC: measured.tempC ?? null }, by);
  return logged;
}

async function fillPot(
  { siteId, sheet }: Pick<Guide, "siteId" | "sheet">,
  id: string,
  batch: EndedGuide["batch"] & { readonly tempC: number | null },
  by: By,
): Promise<void> {
  const { vesselId, cardId, coffeeId, method, yieldG, strengthPct, tempC, at } = batch;
  await keepBarEvents(
    siteId,
    {
      sentAt: now().toISOString(),
      events: [
        {
          kind: "potFilled",
          id,
          // The same however often it is sent.
          at,
          vesselId: vesselId!,
          cardId,
          batchId: batch.id,
          coffeeId,
          serve: method === null ? "hot" : "iced",
          liquidG: yieldG ?? sheet.result.rounded.yieldG,
          strengthPct,
          tempC,
          brewedAt: at,
        },
      ],
    },
    by,
  );
}
