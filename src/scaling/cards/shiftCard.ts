import type { CardSheet } from "#contract/card.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import type { ShiftCard } from "#contract/shift.ts";
import { sameSize } from "#core/learn";
import { toGrindG } from "#core/recipe";
import type { ShiftBatch } from "#core/shift";
import { cardTitle } from "#words/cards";

/** Hot water that warms a vessel before it is filled, as a share of its brim. */
const PREHEAT_SHARE = 0.2;

/** A card as one batch that a shift list counts. */
export function shiftBatchOf({ input, result, dial, iced, madeWith }: CardSheet): ShiftBatch {
  const { doseG, brewWaterG, bypassG, iceG, yieldG } = result.rounded;
  const hot = input.serve === "hot";
  return {
    coffee: { id: madeWith.coffeeId, name: madeWith.coffee },
    serve: input.serve,
    // The weighed-out mass is ground first, and some of it may be sifted off.
    doseG: toGrindG({ doseG, siftLossPct: madeWith.siftLossPct ?? 0 }),
    brewWaterG,
    bypassG,
    // A bath's ice is drawn from the same bin, whatever becomes of it.
    iceG: iceG + (iced?.bath?.iceG ?? 0),
    yieldG,
    glassIceG: iced?.glass ? iced.glass.iceG * iced.glass.count : 0,
    glasses: iced?.glass?.count ?? 0,
    rinseG: madeWith.filter === "paper" ? madeWith.rinseG : 0,
    paper: madeWith.filter === "paper",
    brewer: { id: madeWith.brewerId, name: madeWith.brewer },
    preheatG: hot && input.vessel ? PREHEAT_SHARE * input.vessel.brimG : 0,
    iceSource: madeWith.iceSourceId
      ? { id: madeWith.iceSourceId, name: madeWith.iceSource ?? "" }
      : undefined,
    grinder: dial && { id: madeWith.grinderId, setting: dial.setting, purgeG: madeWith.purgeG },
  };
}

/**
 * Pots that more than one card is for: of one coffee, brewer, way and vessel, and of sizes that are nearly the same.
 *
 * @returns a number for each such pot, by the ids of its cards
 */
export function sharedPots(cards: readonly ShiftCard[]): ReadonlyMap<string, number> {
  const placeOf = ({ batch, method, vessel }: ShiftCard) =>
    [batch.coffee.id, batch.brewer.id, batch.serve, method, vessel].join(" ");
  // Cards of one pot stand beside each other then.
  const sorted = cards
    .map((card) => ({ id: card.id, place: placeOf(card), sizeG: card.batch.yieldG }))
    .toSorted((a, b) => (a.place === b.place ? a.sizeG - b.sizeG : a.place < b.place ? -1 : 1));
  const pots = new Map<string, number>();
  let pot = 0;
  for (const [i, card] of sorted.entries()) {
    const before = sorted[i - 1];
    if (before?.place !== card.place || !sameSize(before.sizeG, card.sizeG)) pot++;
    else pots.set(before.id, pot).set(card.id, pot);
  }
  return pots;
}

/** A card as a day's list shows and counts it. */
export function shiftCardOf({ id, sheet }: { readonly id: string; readonly sheet: CardSheet }): ShiftCard {
  const { rounded } = sheet.result;
  return {
    id,
    title: cardTitle(sheet, false),
    batch: shiftBatchOf(sheet),
    doseG: rounded.doseG,
    dial: sheet.dial ? { grinder: sheet.dial.grinder, setting: sheet.dial.setting } : null,
    settingG: rounded.settingG ?? null,
    marked: sheet.madeWith.marked,
    iceG: rounded.iceG,
    vessel: sheet.madeWith.vessel,
    method: icedMethodOf(sheet),
    vesselId: sheet.madeWith.vesselId,
    brewerKind: sheet.madeWith.brewerKind,
    brewTimeS: sheet.standard?.brewTimeS ?? sheet.forecast?.brewTimeS ?? null,
    approved: sheet.standard !== undefined && !sheet.standard.lapsed,
    steepH: icedMethodOf(sheet) === "steep" ? sheet.chosen.iced.steepH : null,
    keptH: icedMethodOf(sheet) === "steep" ? sheet.chosen.iced.steepKeptH : null,
  };
}
