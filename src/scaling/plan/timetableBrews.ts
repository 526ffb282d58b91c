import type { LikelyBrew, PlanInput, Timetable } from "#core/shift";

/** A timetable's batches as they are drawn: each at its time, until the usual guests have emptied it, the oldest first. */
export function timetableBrews({ brews }: Timetable, { products, slots }: PlanInput): readonly LikelyBrew[] {
  const freeFrom = new Map<string, number>();
  return brews.map(({ product: name, card, vesselKind, beginSlot, readySlot }) => {
    const product = products.find((each) => each.name === name);
    const option = product?.options.find((each) => each.card === card && each.vesselKind === vesselKind);
    let slot = Math.max(readySlot, freeFrom.get(name) ?? 0);
    for (let left = option?.cups ?? 0; left > 0 && slot < slots; slot++) left -= product?.meanCups[slot] ?? 0;
    const emptySlot = Math.min(slot, readySlot + (option?.holdSlots ?? slots));
    freeFrom.set(name, emptySlot);
    const at = { p10Slot: beginSlot, p50Slot: beginSlot, p90Slot: beginSlot };
    return { product: name, card, vesselKind, ...at, emptySlot, pouredShare: 0 };
  });
}
