import type { Bench } from "#contract/bench.ts";
import { type MeltCurve, meltCurve, type Stirring } from "#core/ice";
import type { IcedSheet } from "#core/iced";
import { hotBeverageOf } from "#core/sheet";
import { chosenOf, type ScaleState, USUAL_PIECE_MM } from "#scaling/choice";

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
  { rounded, asked }: Pick<IcedSheet, "rounded" | "asked">,
  { brewTimeS, stirring }: { readonly brewTimeS: number | undefined; readonly stirring: Stirring },
): Melting | undefined {
  const { heat } = asked;
  const { ice } = chosenOf(state, bench);
  if (!heat || !ice) return undefined;
  const { doseG, bypassG, iceG, yieldG, strengthPct = 0 } = rounded;
  const { gPerG, tempC } = heat.apart ?? { gPerG: 0, tempC: 0 };
  const joinsG = gPerG * doseG;
  const dripsG = hotBeverageOf(rounded, asked) - joinsG;
  const hotG = dripsG + bypassG;
  if (!(hotG > 0)) return undefined;
  // Brewed beside, it is poured over at once.
  const onIce = state.iced.method === "onIce" || state.iced.method === "withWater";
  const arrivesS = onIce ? (brewTimeS ?? 0) : 0;
  const pieceMm = ice.pieceMm ?? USUAL_PIECE_MM;
  const curve = meltCurve({
    hotG,
    hotTempC: (dripsG * heat.dripTempC + bypassG * (heat.bypassTempC ?? heat.dripTempC)) / hotG,
    iceG,
    iceTempC: heat.iceTempC,
    iceWetShare: heat.iceWetShare,
    vesselJPerK: heat.vesselJPerK,
    vesselTempC: heat.vesselTempC,
    strengthPct: (strengthPct * yieldG) / (hotG + joinsG),
    pieceMm,
    arrivesS,
    stirring,
    iceHeapGPerMl: ice.heapGPerMl,
    ...(joinsG > 0 && { joins: { massG: joinsG, tempC } }),
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
