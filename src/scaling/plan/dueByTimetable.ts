import type { NextStep, Timetable } from "#core/shift";

/** A batch that was not begun for so long is left out, min: its guests have come and gone. */
const GIVEN_UP_MIN = 60;
const SOON = 2;

/** What to do now by a timetable. */
export interface DueByTimetable extends NextStep {
  /** By card, for how long its batch has been waiting, min. */
  readonly waitsMin: ReadonlyMap<string, number>;
}

interface Moment {
  /** Minutes of the day: the first slot's beginning, and now. */
  readonly fromMin: number;
  readonly nowMin: number;
  readonly slotMin: number;
  /** Cards of today's batches, those of the timetable and others. */
  readonly brewed: readonly string[];
}

/** Batches whose time has come and that nobody has begun, of each card the latest; and those that follow. */
export function dueByTimetable(
  { brews }: Pick<Timetable, "brews">,
  { fromMin, nowMin, slotMin, brewed }: Moment,
): DueByTimetable {
  const left = new Map<string, number>();
  for (const card of brewed) left.set(card, (left.get(card) ?? 0) + 1);
  const open = brews
    .toSorted((a, b) => a.beginSlot - b.beginSlot)
    .filter(({ card }) => {
      const count = left.get(card) ?? 0;
      left.set(card, count - 1);
      return count <= 0;
    })
    .map((brew) => ({ ...brew, lateMin: nowMin - fromMin - brew.beginSlot * slotMin }));
  const due = new Map(
    open
      .filter(({ lateMin }) => lateMin >= 0 && lateMin < GIVEN_UP_MIN)
      .map((brew) => [brew.card, brew] as const),
  );
  return {
    brews: [...due.values()].map(({ product, card, vesselKind }) => ({ product, card, vesselKind })),
    pours: [],
    soon: open
      .filter(({ lateMin }) => lateMin < 0)
      .slice(0, SOON)
      .map(({ product, card, vesselKind, beginSlot, readySlot }) => ({
        product,
        card,
        vesselKind,
        p10Slot: beginSlot,
        p50Slot: beginSlot,
        p90Slot: beginSlot,
        emptySlot: readySlot,
        pouredShare: 0,
      })),
    waitsMin: new Map([...due].map(([card, { lateMin }]) => [card, lateMin])),
  };
}
