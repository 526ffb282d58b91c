import type { Bench } from "#contract/bench.ts";
import { FIRST_SIP_S, type GlassPoint, glassCurve } from "#core/ice";
import { GLASS_SERVICES, type GlassService, type IcedSheet, serveFrom } from "#core/iced";
import { meltOf } from "#core/sheet";
import { chosenOf, icedCupOf, type ScaleState, serveOf } from "#scaling/choice";

/** When it is looked at: the first sip, and after so many minutes on the table; s. */
export const GLASS_MOMENTS_S = [FIRST_SIP_S, 300, 600, 900] as const;

export interface ServedGlass {
  readonly service: GlassService;
  /** In the glass and in a shaker, g. */
  readonly iceG: number;
  /** One for each of `GLASS_MOMENTS_S`. */
  readonly points: readonly GlassPoint[];
}

/**
 * A sheet's coffee in a glass, served in each of the ways; undefined without ice or a cup, or where all of it stays
 * frozen. With the server's own ice only where some is left.
 */
export function glassesOf(
  state: ScaleState,
  bench: Bench,
  { rounded, asked }: Pick<IcedSheet, "rounded" | "asked">,
): readonly ServedGlass[] | undefined {
  const { ice } = chosenOf(state, bench);
  const cup = icedCupOf(state.iced, bench);
  const { yieldG, strengthPct } = rounded;
  const coffeeTempC = rounded.finalTempC ?? chilledTempC(state, bench);
  if (!ice || !cup || coffeeTempC === undefined || strengthPct === undefined) return undefined;
  const end = meltOf(rounded, asked);
  const iceLeftG = end?.ok ? end.value.iceLeftG : 0;
  return GLASS_SERVICES.filter((service) => service !== "own" || iceLeftG > LEAST_OWN_G).map((service) => {
    const of = serveOf(service, state.iced, { cup, ice, settings: bench.settings });
    const serve = serveFrom(of, service === "own", { yieldG, iceLeftG });
    const poured = { coffeeTempC, strengthPct: (strengthPct * yieldG) / (yieldG - iceLeftG) };
    return {
      service,
      iceG: serve.iceG + (serve.shakenS > 0 ? serve.coffeeG : 0),
      points: glassCurve({ ...serve, ...poured }, GLASS_MOMENTS_S),
    };
  });
}

/** Less ice than this left in a server is none, g. */
const LEAST_OWN_G = 1;

/** Temperature out of a bath, or out of a fridge where it steeped, °C. */
function chilledTempC({ iced }: ScaleState, { settings }: Bench): number | undefined {
  if (iced.method === "bath") return iced.bathTempC ?? settings.icedTempC;
  return iced.method === "steep" ? settings.coldWaterC : undefined;
}
