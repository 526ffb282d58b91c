import type { CardSheet } from "#contract/card.ts";
import { toGrindG } from "#core/recipe";
import type { ShiftBatch } from "#core/shift";

/** Hot water that warms a vessel before it is filled, as a share of its brim. */
const PREHEAT_SHARE = 0.2;

/** A card as one batch that a shift list counts. */
export function batchOf({ input, result, dial, iced, madeWith }: CardSheet): ShiftBatch {
  const { doseG, brewWaterG, bypassG, iceG, yieldG } = result.rounded;
  const hot = input.serve === "hot";
  return {
    coffee: madeWith.coffee,
    coffeeId: madeWith.coffeeId,
    serve: input.serve,
    // What is weighed out is ground first, and some of it may be sifted off.
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
    brewer: madeWith.brewer,
    vessel: madeWith.vessel,
    preheatG: hot && input.vessel ? PREHEAT_SHARE * input.vessel.brimG : 0,
    iceSource: madeWith.iceSource,
    grinder: dial && { name: dial.grinder, setting: dial.setting, purgeG: madeWith.purgeG },
    product: madeWith.coffee,
  };
}
