import { type BrewInput, forecastDrip } from "#core/brew";
import { drippedAt } from "#core/live";
import { seeded } from "#core/random";
import { type Device, simulatedBrewScale, simulatedProbe } from "#devices/index.ts";
import type { Plays } from "./useDevice.ts";

interface SimulatedScale {
  /** Its bed is this guide's own. */
  readonly guideId: string;
  readonly brew: BrewInput | null;
  readonly under: "vessel" | "brewer";
  readonly plays: Plays;
  readonly clockS: () => number;
  readonly plannedG: () => number;
}

/** No simulated bed is quite as forecast: the spread of how freely water runs. */
const HIDDEN_SHARE = 0.12;
/** Share of its forecast time at which a simulated brew stalls, is lifted or loses its scale; and without a forecast the time, s. */
const BEFALLS_AT_SHARE = 0.45;
const BEFALLS_AT_S = 40;
const STALL = { overS: 6, share: 0.12 };
const LIFTED_S = 5;
const SILENT_S = 20;

/** A scale under a simulated brew; undefined where nothing is forecast. */
export function simulatedScale({
  guideId,
  brew,
  under,
  plays,
  clockS,
  plannedG,
}: SimulatedScale): Device | undefined {
  const random = seeded(Number.parseInt(guideId.slice(-7), 16));
  const hidden = Math.exp(HIDDEN_SHARE * random.normal());
  const plain = brew ? forecastDrip(brew) : undefined;
  const fromS = plain?.ok ? BEFALLS_AT_SHARE * plain.value.brewTimeS : BEFALLS_AT_S;
  const massAt =
    under === "brewer" ? plannedG : brew && drips(brew, hidden, plays === "stalls" ? fromS : undefined);
  if (!massAt) return undefined;
  return simulatedBrewScale({
    name: "simulated scale",
    massAt,
    clockS,
    random,
    ...(plays === "isLifted" && { lifted: { fromS, untilS: fromS + LIFTED_S } }),
    ...(plays === "dropsOut" && { dropout: { fromS, untilS: fromS + SILENT_S } }),
  });
}

/** Grams that drip into a simulated vessel by the clock, its bed stalled from a time on. */
function drips(
  brew: BrewInput,
  hidden: number,
  stallsAtS: number | undefined,
): ((clockS: number) => number) | undefined {
  const factors = { ...brew.factors, permeability: hidden * (brew.factors?.permeability ?? 1) };
  const clogs = stallsAtS === undefined ? {} : { clogs: { fromS: stallsAtS, ...STALL } };
  const run = forecastDrip({ ...brew, factors, ...clogs });
  return run.ok ? (clockS) => drippedAt(run.value, clockS) : undefined;
}

/** A thermometer and a strength meter in the cup of a simulated brew. */
export function simulatedProbes(
  guideId: string,
  { tempC, strengthPct }: { readonly tempC: number; readonly strengthPct: number | undefined },
): readonly Device[] {
  const random = seeded(Number.parseInt(guideId.slice(-6), 16));
  return [
    simulatedProbe({ name: "thermometer", unit: "°C", value: tempC, scatter: 1.5, step: 0.1, random }),
    ...(strengthPct === undefined
      ? []
      : [
          simulatedProbe({
            name: "strength meter",
            unit: "%",
            value: strengthPct,
            scatter: 0.02,
            step: 0.01,
            random,
          }),
        ]),
  ];
}
