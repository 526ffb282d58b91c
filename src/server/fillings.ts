import type { SentEvent } from "#contract/bar.ts";
import type { Bench } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { EventDetails } from "#contract/event.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { fail, ok, type Result } from "#core/result";
import { readPricePerKg } from "#data/bar.ts";
import { findBatch } from "#data/batches.ts";
import { readCards } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";

type SentFilling = Extract<SentEvent, { kind: "potFilled" | "potToppedUp" }>;

const MIN_PER_H = 60;
const G_PER_KG = 1000;
/** Coffee as it comes out of a brewer that nobody measured, °C; usual 76 to 84. */
const USUAL_DRIP_C = 80;

/** Coffee that goes into a pot, with what its card and its batch say of it; what was sent with it counts before them. */
export async function fillingOf(
  db: Database,
  event: SentFilling,
  bench: Bench,
): Promise<Result<EventDetails, "unknownCard" | "unknownBatch">> {
  const { id: _id, at: _at, kind: _kind, ...sent } = event;
  const batch = sent.batchId === null ? undefined : await findBatch(db, sent.batchId);
  if (sent.batchId !== null && (!batch || batch.siteId !== bench.site.id)) return fail("unknownBatch");
  const cardId = sent.cardId ?? batch?.cardId ?? null;
  const [card] = cardId === null ? [] : await readCards(db, [cardId]);
  if (sent.cardId !== null && (!card || card.siteId !== bench.site.id)) return fail("unknownCard");
  const coffeeId = sent.coffeeId ?? batch?.coffeeId ?? card?.sheet.madeWith.coffeeId ?? null;
  const serve = batch ? (batch.method === null ? "hot" : "iced") : (card?.sheet.input.serve ?? sent.serve);
  const doseG = batch?.doseG ?? card?.sheet.result.rounded.doseG;
  const pricePerKg = coffeeId === null || doseG === undefined ? null : await readPricePerKg(db, coffeeId);
  return ok({
    ...sent,
    cardId,
    coffeeId,
    serve,
    strengthPct: sent.strengthPct ?? batch?.strengthPct ?? (card ? strengthOf(card.sheet) : null),
    tempC: sent.tempC ?? (serve === "iced" ? coldOf(card?.sheet, bench) : dripOf(card?.sheet, bench)),
    holdMin:
      card && icedMethodOf(card.sheet) === "steep" ? MIN_PER_H * card.sheet.chosen.iced.steepKeptH : null,
    cost: pricePerKg === null ? null : Math.round((pricePerKg * doseG!) / G_PER_KG),
  });
}

/** As it was metered when it was approved, else as it is forecast, else as the sheet has it, %. */
function strengthOf({ standard, forecast, result }: CardSheet): number | null {
  return standard?.strengthPct ?? forecast?.strengthPct ?? result.rounded.strengthPct ?? null;
}

function coldOf(sheet: CardSheet | undefined, { settings }: Bench): number {
  return sheet?.result.rounded.finalTempC ?? settings.icedTempC;
}

function dripOf(sheet: CardSheet | undefined, { brewers }: Bench): number {
  if (!sheet) return USUAL_DRIP_C;
  const brewer = brewers.find(({ id }) => id === sheet.madeWith.brewerId);
  return brewer ? sheet.madeWith.waterTempC - brewer.dripDropC : USUAL_DRIP_C;
}
