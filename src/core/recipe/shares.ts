/** A concentrate in one cup. */
export interface Share {
  /** Of the concentrate, g */
  readonly shareG: number;
  /** Water or milk to fill the cup up, g, 0 or more */
  readonly topUpG: number;
  /** In the filled cup, %; undefined where nobody knows the concentrate's. */
  readonly strengthPct: number | undefined;
}

/**
 * A concentrate shared evenly into cups, each filled up to its weight: share = yield ÷ cups, top-up = fill − share;
 * the solids stay.
 *
 * @param cups a whole number from 1
 * @param fillG of a cup when filled, g; a share above it leaves nothing to fill up
 */
export function shared(
  concentrate: { readonly yieldG: number; readonly strengthPct: number | undefined },
  { cups, fillG }: { readonly cups: number; readonly fillG: number },
): Share {
  const shareG = concentrate.yieldG / cups;
  const topUpG = Math.max(0, fillG - shareG);
  const { strengthPct } = concentrate;
  return {
    shareG,
    topUpG,
    strengthPct: strengthPct === undefined ? undefined : (strengthPct * shareG) / (shareG + topUpG),
  };
}
