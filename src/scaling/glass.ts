import type { Bench, BenchIce } from "#contract/bench.ts";
import { type GlassPoint, glassCurve, USUAL_GLASS_GAIN_W_PER_K } from "#core/ice";
import type { SheetFigures } from "#core/sheet";
import { chosenOf, type ScaleState } from "./state.ts";

/** How an iced glass is served. */
export const GLASS_SERVICES = ["bare", "cubes", "large", "shaken"] as const;
export type GlassService = (typeof GLASS_SERVICES)[number];

/** When it is looked at: the first sip, and after so many minutes on the table; s. */
export const GLASS_MOMENTS_S = [30, 300, 600, 900] as const;

export interface ServedGlass {
  readonly service: GlassService;
  readonly iceG: number;
  /** One for each of `GLASS_MOMENTS_S`. */
  readonly points: readonly GlassPoint[];
}

/** Of a cup whose fill nobody noted, what is coffee. */
const USUAL_FILL_SHARE = 0.65;
/** A drinking glass of a third of a litre, J/K; usual 120 to 260. */
const GLASS_J_PER_K = 180;
const LARGE_PIECE_MM = 50;
const USUAL_PIECE_MM = 25;
const SHAKEN_S = 12;

type IcedCup = Bench["cups"][number];

/** What is poured into a cup, and the ice that the rest of it holds, g. */
export function cupOverIce({ volumeMl, fillG }: IcedCup, { heapGPerMl }: BenchIce) {
  const coffeeG = fillG ?? USUAL_FILL_SHARE * volumeMl;
  return { coffeeG, iceG: Math.max(0, volumeMl - coffeeG) * heapGPerMl };
}

/** A sheet's coffee in a glass, served in each of the ways; undefined without ice, or where all of it stays frozen. */
export function glassesOf(
  state: ScaleState,
  bench: Bench,
  { finalTempC, strengthPct }: SheetFigures,
  cup: IcedCup,
): readonly ServedGlass[] | undefined {
  const { ice } = chosenOf(state, bench);
  if (!ice || finalTempC === undefined || strengthPct === undefined) return undefined;
  const { coffeeG, iceG } = cupOverIce(cup, ice);
  const { roomTempC } = bench.settings;
  const pieceMm = ice.pieceMm ?? USUAL_PIECE_MM;
  const served = {
    bare: { iceG: 0, pieceMm, shakenS: 0 },
    cubes: { iceG, pieceMm, shakenS: 0 },
    large: { iceG, pieceMm: Math.max(LARGE_PIECE_MM, pieceMm), shakenS: 0 },
    shaken: { iceG, pieceMm, shakenS: SHAKEN_S },
  };
  return GLASS_SERVICES.map((service) => ({
    service,
    iceG: served[service].iceG,
    points: glassCurve(
      {
        coffeeG,
        coffeeTempC: finalTempC,
        strengthPct,
        ...served[service],
        iceTempC: ice.iceTempC,
        iceWetShare: ice.iceWetShare,
        vesselJPerK: GLASS_J_PER_K,
        vesselTempC: roomTempC,
        roomTempC,
        gainWPerK: USUAL_GLASS_GAIN_W_PER_K,
      },
      GLASS_MOMENTS_S,
    ),
  }));
}
