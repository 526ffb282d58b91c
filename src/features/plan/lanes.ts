import type { DayKit, KitOption, KitProduct } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import type { LikelyBrew, PlanInput } from "#core/shift";

/** A batch on the timeline. Minutes of the day. */
export interface LaneBatch {
  readonly id: string;
  readonly product: KitProduct;
  /** Undefined for a pot that stands there now. */
  readonly option: KitOption | undefined;
  readonly cups: number;
  readonly beginMin: number;
  readonly earliestMin: number;
  readonly latestMin: number;
  readonly readyMin: number;
  readonly emptyMin: number;
  /** Of its cups, likely poured away. */
  readonly pouredShare: number;
  /** The pin that it is by. */
  readonly pinId: string | undefined;
}

interface Lane {
  readonly name: string;
  readonly batches: readonly LaneBatch[];
}

interface Lanes {
  readonly brewers: readonly Lane[];
  readonly vessels: readonly Lane[];
}

/** A pinned batch is begun in its very slot; one that is likely begun a slot off is another. */
const SAME_SLOTS = 0.5;

/** Likely batches of a day by when they are begun, those that stand there now first. */
export function laneBatches(
  kit: DayKit,
  changes: Pick<DayChanges, "pins" | "away">,
  { slotMin, nowSlot, products }: Pick<PlanInput, "slotMin" | "nowSlot" | "products">,
  fromMin: number,
  likely: readonly LikelyBrew[],
): readonly LaneBatch[] {
  const minOf = (slot: number) => fromMin + slot * slotMin;
  const standing = kit.pots.flatMap((pot, i): readonly LaneBatch[] => {
    const product = kit.products.find(({ key }) => key === pot.product);
    if (!product) return [];
    // Older pots of its product are served first.
    const older = kit.pots.filter(
      ({ product: of, readyMin }) => of === pot.product && readyMin < pot.readyMin,
    );
    const before = older.reduce((cups, each) => cups + each.cups, pot.cups);
    const { meanCups = [] } = products.find(({ name }) => name === pot.product) ?? {};
    const emptyMin = minOf(emptySlotOf(before, meanCups, nowSlot));
    return [
      {
        id: `stands ${i}`,
        product,
        option: undefined,
        cups: pot.cups,
        beginMin: pot.readyMin,
        earliestMin: pot.readyMin,
        latestMin: pot.readyMin,
        readyMin: pot.readyMin,
        emptyMin: Math.min(emptyMin, pot.pourAtMin),
        pouredShare: 0,
        pinId: undefined,
      },
    ];
  });
  const taken = new Set<string>();
  const coming = likely.flatMap((brew, i): readonly LaneBatch[] => {
    const product = kit.products.find(({ key }) => key === brew.product);
    const option = product?.options.find(
      ({ cardId, vessel }) => cardId === brew.card && vessel === brew.vesselKind,
    );
    if (!product || !option) return [];
    const brewSlots = Math.max(1, Math.ceil(option.brewMin / slotMin));
    const pin = changes.pins.find(
      ({ id, cardId, readyMin }) =>
        !taken.has(id) &&
        cardId === brew.card &&
        Math.abs((readyMin - fromMin) / slotMin - brewSlots - brew.p50Slot) < 1 + SAME_SLOTS,
    );
    if (pin) taken.add(pin.id);
    return [
      {
        id: `${brew.product} ${i}`,
        product,
        option,
        cups: option.cups,
        beginMin: minOf(brew.p50Slot),
        earliestMin: minOf(brew.p10Slot),
        latestMin: minOf(brew.p90Slot),
        readyMin: minOf(brew.p50Slot + brewSlots),
        emptyMin: minOf(brew.emptySlot),
        pouredShare: brew.pouredShare,
        pinId: pin?.id,
      },
    ];
  });
  const inOrder = coming.toSorted((a, b) => a.beginMin - b.beginMin);
  return [...standing, ...oneAfterTheOther(inOrder, changes.away)];
}

/**
 * A brewer brews one batch at a time, and none while it is away: the middles of likely batches may lie closer together than that,
 * and a middle of some days before and some after it in between. Such a one, unless it is pinned, is drawn where its brewer is free.
 */
function oneAfterTheOther(sorted: readonly LaneBatch[], away: DayChanges["away"]): readonly LaneBatch[] {
  const freeAt = new Map<string, number>();
  const drawn = sorted.map((batch): LaneBatch => {
    const brewer = batch.option?.brewerId ?? "";
    const takesMin = batch.readyMin - batch.beginMin;
    const freeMin = freeAt.get(brewer) ?? Number.NEGATIVE_INFINITY;
    let beginMin = batch.beginMin;
    if (batch.pinId === undefined) {
      beginMin = Math.max(beginMin, freeMin);
      for (const { what, ofId, fromMin, toMin } of away) {
        if (what === "person" || ofId !== brewer) continue;
        if (beginMin >= toMin || beginMin + takesMin <= fromMin) continue;
        const isBefore = beginMin < fromMin && fromMin - takesMin >= freeMin;
        beginMin = isBefore ? fromMin - takesMin : toMin;
      }
    }
    const moved = movedTo(batch, beginMin);
    freeAt.set(brewer, moved.readyMin);
    return moved;
  });
  return drawn.toSorted((a, b) => a.beginMin - b.beginMin);
}

function movedTo(batch: LaneBatch, beginMin: number): LaneBatch {
  const byMin = beginMin - batch.beginMin;
  if (byMin === 0) return batch;
  const readyMin = batch.readyMin + byMin;
  return {
    ...batch,
    beginMin,
    earliestMin: Math.min(batch.earliestMin, beginMin),
    latestMin: Math.max(batch.latestMin, beginMin),
    readyMin,
    emptyMin: Math.max(batch.emptyMin, readyMin),
  };
}

/** The slot by which so many cups are likely asked for. */
function emptySlotOf(cups: number, meanCups: readonly number[], nowSlot: number): number {
  let left = cups;
  for (let slot = nowSlot; slot < meanCups.length; slot++) {
    left -= meanCups[slot]!;
    if (left <= 0) return slot + 1;
  }
  return meanCups.length;
}

/** Batches on the brewers and in the vessels that they likely take: the vessel of their kind that is free first. */
export function lanesOf(kit: DayKit, batches: readonly LaneBatch[]): Lanes {
  const brewers = kit.brewers.map(({ id, name }) => ({
    name,
    batches: batches.filter(({ option }) => option?.brewerId === id),
  }));
  const vessels = kit.vessels.flatMap(({ key, names }) =>
    names.map((name) => ({ key, name, batches: [] as LaneBatch[], freeAt: Number.NEGATIVE_INFINITY })),
  );
  for (const [i, batch] of batches.entries()) {
    const own = batch.option
      ? vessels.filter(({ key }) => key === batch.option!.vessel)
      : vessels.filter(({ name }) => name === kit.pots[i]?.vesselName);
    const [lane] = own.toSorted((a, b) => freeBy(a.freeAt, batch) - freeBy(b.freeAt, batch));
    if (!lane) continue;
    lane.batches.push(batch);
    lane.freeAt = batch.emptyMin;
  }
  return { brewers, vessels };
}

/** How long a vessel is not free yet when a batch begins; 0 where it is. */
function freeBy(freeAt: number, { beginMin }: LaneBatch): number {
  return Math.max(0, freeAt - beginMin);
}

/** The batch that is brewed next, or first on another day. */
export function nextBatch(
  batches: readonly LaneBatch[],
  nowMin: number | null,
): (LaneBatch & { readonly option: KitOption }) | undefined {
  return batches.find(
    (batch): batch is LaneBatch & { readonly option: KitOption } =>
      batch.option !== undefined && batch.beginMin >= (nowMin ?? Number.NEGATIVE_INFINITY),
  );
}

/** Cups that are asked for from now on. */
export function cupsToCome({ products, nowSlot }: Pick<PlanInput, "products" | "nowSlot">): number {
  return products.reduce(
    (sum, { meanCups }) => sum + meanCups.slice(nowSlot).reduce((all, cups) => all + cups, 0),
    0,
  );
}
