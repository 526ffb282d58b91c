/**
 * A source's ratio with the house's dose trim: some houses lower the dose a little for each doubling of the
 * batch, because a deeper bed extracts more.
 *
 * ratio = source ratio ÷ (1 − trim) ^ log₂(target ÷ source), for targets above the source; 0 to 10 % is usual.
 * @param trimPct of the dose per doubling, 0 to below 100
 */
export function trimmedRatio(
  ratio: number,
  {
    sourceG,
    targetG,
    trimPct,
  }: { readonly sourceG: number; readonly targetG: number; readonly trimPct: number },
): number {
  if (!(targetG > sourceG && trimPct > 0)) return ratio;
  return ratio / (1 - trimPct / 100) ** Math.log2(targetG / sourceG);
}
