import type { DayKit, KitPot } from "#contract/dayKit.ts";

/** A vessel as it stands at the bar at this moment. */
export interface LiveVessel {
  readonly name: string;
  readonly standing: {
    readonly product: string;
    readonly liquidG: number;
    readonly brewedMin: number;
    /** Null where nothing limits it. */
    readonly soldUntilMin: number | null;
  } | null;
  readonly brewing: {
    readonly cardId: string | null;
    readonly begunMin: number;
    readonly dueMin: number | null;
  } | null;
}

const MIN_PER_DAY = 1440;

/**
 * What stands at the bar as a plan takes it: whole cups of what its products are, and the batches that are under way. Minutes of the
 * day.
 */
export function livePots(
  { products, vessels }: Pick<DayKit, "products" | "vessels">,
  live: readonly LiveVessel[],
  nowMin: number,
): readonly KitPot[] {
  return live.flatMap(({ name, standing, brewing }): readonly KitPot[] => {
    const vessel = vessels.find(({ names }) => names.includes(name))?.key;
    if (vessel === undefined) return [];
    const at = { vessel, vesselName: name };
    if (brewing) {
      const found = products
        .flatMap(({ key, options }) => options.map((option) => ({ key, option })))
        .find(({ option }) => option.cardId === brewing.cardId);
      if (!found) return [];
      const readyMin = brewing.dueMin ?? brewing.begunMin + found.option.brewMin;
      return [
        {
          ...at,
          product: found.key,
          cups: found.option.cups,
          readyMin: Math.max(readyMin, nowMin),
          pourAtMin: readyMin + found.option.holdMin,
          underWay: true,
          brewerId: found.option.brewerId,
        },
      ];
    }
    const product = products.find(({ key }) => key === standing?.product);
    if (!standing || !product) return [];
    return [
      {
        ...at,
        product: product.key,
        cups: Math.floor(standing.liquidG / product.cup.massG),
        readyMin: standing.brewedMin,
        pourAtMin: standing.soldUntilMin ?? 2 * MIN_PER_DAY,
        underWay: false,
        brewerId: null,
      },
    ];
  });
}
