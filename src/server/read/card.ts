import { type CardSheet, uuid } from "#contract/card.ts";
import { readCard } from "#data/cards.ts";
import { queryOf } from "#scaling/choice";
import { cupTalliesOf } from "#server/cups.ts";
import { database } from "#server/database.ts";
import { ownUrl, qrOf } from "#server/links.ts";
import { runningTrialOf } from "#server/trialSeen.ts";
import { printDay } from "#words/figures";
import { sameCupSentence } from "#words/trials";

/** A card's page, whatever its site; undefined where there is no such card. */
export async function readCardPage(id: string) {
  const card = uuid.safeParse(id).success ? await readCard(database(), id) : undefined;
  if (!card) return undefined;
  const { draft, site, sheet, brewerGone, retired, createdAt } = card;
  return {
    id,
    draft,
    site: site.name,
    sheet,
    brewerGone,
    retired,
    trialId: await runningTrialOf(id),
    proof: await proofOfCard(sheet),
    scaleHref: `/scale?${queryOf(sheet.chosen)}`,
    qr: qrOf(ownUrl(`/cards/${id}`)),
    made: printDay(createdAt, site.timeZone),
  };
}

/** What tasters said of the standard that a card follows. */
async function proofOfCard({ standard }: CardSheet): Promise<string | undefined> {
  if (!standard || standard.lapsed) return undefined;
  const cups = (await cupTalliesOf([standard.batchId])).get(standard.batchId);
  return cups && sameCupSentence(cups, cups.beside);
}
