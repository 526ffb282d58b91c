import type { CardSheet } from "#contract/card.ts";
import { uuid } from "#contract/card.ts";
import type { BrewInput } from "#core/brew";
import type { GuideEvent } from "#core/guide";
import { readCard } from "#data/cards.ts";
import { findGuide, readRunning } from "#data/guides.ts";
import { sameContent } from "#data/sentTwice.ts";
import { batchOfCard } from "#scaling/cards";
import { guideSteps } from "#scaling/guide";
import { machineNow, now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { guideOfCard, runningSince } from "#server/guides.ts";
import { cardTitle } from "#words/cards";
import { onBench } from "./onBench.ts";

interface KeptGuide {
  readonly id: string;
  readonly cardId: string;
  readonly sheet: CardSheet;
  readonly brew: BrewInput | null;
  readonly events: readonly GuideEvent[];
}

function viewOf({ id, cardId, sheet, brew, events }: KeptGuide) {
  return {
    id,
    cardId,
    title: cardTitle(sheet, false),
    sheet,
    brew,
    steps: guideSteps(sheet, brew ?? undefined),
    batch: batchOfCard(cardId, sheet),
    events,
  };
}

/** The guides that run at a site, the machine's time by which they count, and the house's at the same moment. */
export async function runningGuides(siteId: string, ownId?: string) {
  const running = await readRunning(database(), siteId, runningSince(), ownId);
  return { machineMs: machineNow().getTime(), nowMs: now().getTime(), guides: running.map(viewOf) };
}

/** A guide that may be begun from a card while the house is away; undefined where there is no such card. */
export function readNewGuidePage(cardId: unknown) {
  return onBench(async () => {
    const parsed = uuid.safeParse(cardId);
    const guide = parsed.success ? await guideOfCard(parsed.data).catch(() => undefined) : undefined;
    if (!guide) return undefined;
    const { guides, ...times } = await runningGuides(guide.siteId);
    return {
      siteId: guide.siteId,
      ...times,
      guide: viewOf({ ...guide, id: "", events: [] }),
      hasCardChanged: false,
      batchId: null,
      isEnded: false,
      others: guides,
    };
  });
}

/** One guide with those that run beside it; undefined where there is none. */
export function readGuidePage(id: string) {
  return onBench(async () => {
    const guide = uuid.safeParse(id).success ? await findGuide(database(), id) : undefined;
    if (!guide) return undefined;
    const [{ guides, ...times }, card] = await Promise.all([
      runningGuides(guide.siteId, id),
      readCard(database(), guide.cardId),
    ]);
    return {
      siteId: guide.siteId,
      ...times,
      guide: viewOf(guide),
      /** The card says something else by now: the guide goes on by what it said when it began. */
      hasCardChanged: card !== undefined && !sameContent(card.sheet, guide.sheet),
      batchId: guide.batchId,
      isEnded: guide.endedAt !== null,
      others: guides.filter((other) => other.id !== id),
    };
  });
}
