import type { Bench } from "#contract/bench.ts";
import { type MeltCurve, meltCurve, type Stirring } from "#core/ice";
import type { SheetFigures } from "#core/sheet";
import { chosenOf, givenOf, type ScaleState } from "./state.ts";

/** A piece of ice where nobody noted its size, mm; usual for a bin machine. */
const USUAL_PIECE_MM = 25;

export interface Melting {
  readonly curve: MeltCurve;
  /** When the last drop falls, s. */
  readonly arrivesS: number;
  /** From the last drop until the ice is gone; undefined where that takes longer than is looked at. */
  readonly swirlS: number | undefined;
  readonly pieceMm: number;
  /** Nobody noted how large the pieces are. */
  readonly pieceIsGuess: boolean;
}

/**
 * How a sheet's ice melts in its server; undefined on a hot sheet, or where the brew would freeze.
 *
 * @param brewTimeS how long the coffee drips, by the forecast; at once where there is none
 */
export function meltingOf(
  state: ScaleState,
  bench: Bench,
  { doseG, brewWaterG, bypassG, iceG, yieldG, strengthPct = 0 }: SheetFigures,
  { brewTimeS, stirring }: { readonly brewTimeS: number | undefined; readonly stirring: Stirring },
): Melting | undefined {
  const { heat, retentionGPerG } = givenOf(state, bench);
  const { ice } = chosenOf(state, bench);
  if (!heat || !ice) return undefined;
  const hotG = brewWaterG - retentionGPerG * doseG + bypassG;
  if (!(hotG > 0)) return undefined;
  const arrivesS = brewTimeS ?? 0;
  const pieceMm = ice.pieceMm ?? USUAL_PIECE_MM;
  const curve = meltCurve({
    hotG,
    hotTempC: heat.dripTempC,
    iceG,
    iceTempC: heat.iceTempC,
    iceWetShare: heat.iceWetShare,
    vesselJPerK: heat.vesselJPerK,
    vesselTempC: heat.vesselTempC,
    strengthPct: (strengthPct * yieldG) / hotG,
    pieceMm,
    arrivesS,
    stirring,
  });
  if (!curve.ok) return undefined;
  const { doneS } = curve.value;
  return {
    curve: curve.value,
    arrivesS,
    swirlS: doneS === undefined ? undefined : Math.max(0, doneS - arrivesS),
    pieceMm,
    pieceIsGuess: ice.pieceMm === null,
  };
}
