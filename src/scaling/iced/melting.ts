import type { Bench } from "#contract/bench.ts";
import {
  type Arrival,
  arrivalsOf,
  atOnce,
  type Drip,
  type Dripped,
  type Liquid,
  type MeltCurve,
  meltCurve,
  type Stirring,
} from "#core/ice";
import type { IcedSheet } from "#core/iced";
import { hotBeverageOf } from "#core/sheet";
import { chosenOf, type ScaleState, USUAL_PIECE_MM } from "#scaling/choice";

export interface Melting {
  readonly curve: MeltCurve;
  /** When the last drop falls, s from the first water. */
  readonly arrivesS: number;
  /** From the last drop until the ice is gone; undefined where that takes longer than is looked at. */
  readonly swirlS: number | undefined;
  readonly pieceMm: number;
  /** Nobody noted how large the pieces are. */
  readonly pieceIsGuess: boolean;
}

/**
 * How a sheet's ice melts in its server, from the first drop on; undefined on a hot sheet, or where the brew would freeze.
 *
 * @param drip as the forecast has it; undefined where there is none: then all is poured over at once
 */
export function meltingOf(
  state: ScaleState,
  bench: Bench,
  { rounded, asked }: Pick<IcedSheet, "rounded" | "asked">,
  { drip, stirring }: { readonly drip: Drip | undefined; readonly stirring: Stirring },
): Melting | undefined {
  const { heat } = asked;
  const { ice } = chosenOf(state, bench);
  if (!heat || !ice) return undefined;
  const { doseG, bypassG, iceG, yieldG, strengthPct = 0 } = rounded;
  const dripsG = hotBeverageOf(rounded, asked);
  if (!(dripsG + bypassG > 0)) return undefined;
  const dripped = {
    massG: dripsG,
    tempC: heat.dripTempC,
    strengthPct: dripsG > 0 ? (strengthPct * yieldG) / dripsG : 0,
    apartG: Math.min(dripsG, (heat.apart?.gPerG ?? 0) * doseG),
  };
  // Brewed beside, it is poured over at once.
  const onIce = state.iced.method === "onIce" || state.iced.method === "withWater";
  const byDrip = onIce && drip && dripsG > 0 ? arrivalsOf(drip, dripped) : undefined;
  const { arrives, apart } = byDrip ?? together(dripped);
  const arrivesS = arrives.at(-1)?.untilS ?? 0;
  const pieceMm = ice.pieceMm ?? USUAL_PIECE_MM;
  const curve = meltCurve({
    arrives: withBypass(arrives, { massG: bypassG, tempC: heat.bypassTempC ?? heat.dripTempC }),
    iceG,
    iceTempC: heat.iceTempC,
    iceWetShare: heat.iceWetShare,
    vesselJPerK: heat.vesselJPerK,
    vesselTempC: heat.vesselTempC,
    pieceMm,
    stirring,
    iceHeapGPerMl: ice.heapGPerMl,
    ...(apart.massG > 0 && { joins: { ...apart, tempC: heat.apart?.tempC ?? apart.tempC } }),
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

/** All of a drip at once, but for what is kept apart. */
function together({ massG, tempC, strengthPct, apartG }: Dripped): ReturnType<typeof arrivalsOf> {
  return {
    arrives: [{ fromS: 0, untilS: 0, massG: massG - apartG, tempC, strengthPct }],
    apart: { massG: apartG, tempC, strengthPct },
  };
}

/** Hot water that is added beside the bed: it comes along with the drip, evenly. */
function withBypass(arrives: readonly Arrival[], bypass: Liquid): readonly Arrival[] {
  const dripsG = atOnce(arrives).massG;
  if (bypass.massG === 0) return arrives;
  if (!(dripsG > 0)) return [{ ...bypass, fromS: 0, untilS: 0, strengthPct: 0 }];
  const times = bypass.massG / dripsG;
  return arrives.map((each) => ({
    ...each,
    massG: each.massG * (1 + times),
    tempC: (each.tempC + times * bypass.tempC) / (1 + times),
    strengthPct: each.strengthPct / (1 + times),
  }));
}
