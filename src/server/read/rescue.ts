import { uuid } from "#contract/card.ts";
import { listCards, readCard } from "#data/cards.ts";
import { database } from "#server/database.ts";
import { cardTitle } from "#words/cards";
import { onBench } from "./onBench.ts";

/** Ice from a bin, and an iced pot that it goes into, where the bench says nothing of them. */
const USUAL_ICE = { iceTempC: 0, iceWetShare: 0.1, vesselJPerK: 350 };

/** A pot that something went wrong with: its card's sheet as the rescue takes it; the cards to choose from. */
export function readRescue(link: URLSearchParams) {
  return onBench(async (bench) => {
    const cardId = link.get("card");
    const [cards, card] = await Promise.all([
      listCards(database(), bench.site.id),
      uuid.safeParse(cardId).success ? readCard(database(), cardId!) : undefined,
    ]);
    return {
      window: bench.settings.window.strengthPct,
      icedTempC: bench.settings.icedTempC,
      cards: cards.flatMap(({ id, sheet, draft }) => (draft ? [] : [{ id, title: cardTitle(sheet, false) }])),
      pot: card && !card.draft ? potOf(card, bench.vessels) : undefined,
    };
  });
}

function potOf(
  { id, sheet }: NonNullable<Awaited<ReturnType<typeof readCard>>>,
  vessels: readonly { readonly id: string; readonly brimG: number; readonly workingG: number }[],
) {
  const { input, result, forecast, chosen } = sheet;
  const { doseG, brewWaterG, bypassG, iceG, yieldG } = result.rounded;
  // What is forecast, else what the sheet counts with.
  const extractionPct = forecast?.extractionPct ?? input.extractionPct;
  const strengthPct = forecast?.strengthPct ?? result.rounded.strengthPct;
  if (extractionPct === undefined || strengthPct === undefined) return undefined;
  const vessel = vessels.find((each) => each.id === chosen.vessel);
  return {
    cardId: id,
    title: cardTitle(sheet, false),
    serve: input.serve,
    sheet: { doseG, brewWaterG, bypassG, iceG, yieldG, strengthPct: (extractionPct * doseG) / yieldG },
    retentionGPerG: input.retentionGPerG,
    extractionPct,
    vessel: vessel && { brimG: vessel.brimG, workingG: vessel.workingG },
    ice: {
      iceTempC: input.heat?.iceTempC ?? USUAL_ICE.iceTempC,
      iceWetShare: input.heat?.iceWetShare ?? USUAL_ICE.iceWetShare,
      vesselJPerK: input.heat?.vesselJPerK ?? USUAL_ICE.vesselJPerK,
    },
  };
}
