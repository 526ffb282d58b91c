import type { Bench, BenchBrewer, BenchIce } from "#contract/bench.ts";
import type { HouseSettings } from "#contract/house.ts";
import { startOf } from "#core/brew";
import { type GlassServe, USUAL_CUP, USUAL_GLASS_GAIN_W_PER_K } from "#core/ice";
import { type GlassService, type IcedInput, type IcedMethod, type IcedService, USUAL_ICED } from "#core/iced";
import { bloomMultiple } from "#core/recipe";
import type { SheetInput } from "#core/sheet";
import type { Chosen } from "./state.ts";

type IcedCup = Bench["cups"][number];

/** Of a cup whose fill nobody noted, what is coffee. */
const USUAL_FILL_SHARE = 0.65;
/** A drinking glass of a third of a litre, J/K; usual 120 to 260. */
const GLASS_J_PER_K = 180;
const LARGE_PIECE_MM = 50;
/** A piece of ice where nobody noted its size, mm; usual for a bin machine. */
export const USUAL_PIECE_MM = 25;
const SHAKEN_S = 12;
/** From a fridge, °C; usual 3 to 6. */
const MILK_TEMP_C = 5;
/** Brewed into another vessel first, coffee warms that: so much cooler, K, where nobody read it off; usual 3 to 6. */
const BESIDE_MORE_K = 4;
const S_PER_MIN = 60;
/** From a recipe that nobody timed: three minutes. */
const USUAL_DONE_S = 3 * S_PER_MIN;
/** A bloom kept apart has stood for half a minute at least. */
const LEAST_STANDS_S = S_PER_MIN / 2;

/** Coffee poured into a cup, and the ice that the rest of it holds, g. */
export function cupOverIce({ volumeMl, fillG }: IcedCup, { heapGPerMl }: Pick<BenchIce, "heapGPerMl">) {
  const coffeeG = fillG ?? USUAL_FILL_SHARE * volumeMl;
  return { coffeeG, iceG: Math.max(0, volumeMl - coffeeG) * heapGPerMl };
}

/** The iced cup that a state names, else the first one; undefined where the bench has none. */
export function icedCupOf({ cup }: IcedService, { cups }: Pick<Bench, "cups">): IcedCup | undefined {
  const iced = cups.filter(({ serve }) => serve === "iced");
  return iced.find(({ id }) => id === cup) ?? iced[0];
}

/** A glass of a cup as a service has it. */
export function serveOf(
  service: GlassService,
  { topOffG, topOff }: Pick<IcedService, "topOffG" | "topOff">,
  { cup, ice, settings }: { readonly cup: IcedCup; readonly ice: BenchIce; readonly settings: HouseSettings },
): GlassServe {
  const { coffeeG, iceG } = cupOverIce(cup, ice);
  const { roomTempC, coldWaterC } = settings;
  const pieceMm = ice.pieceMm ?? USUAL_PIECE_MM;
  const shaken = service === "strained" || service === "shaken";
  return {
    coffeeG,
    iceG: service === "cubes" || service === "large" || service === "strained" ? iceG : 0,
    iceTempC: ice.iceTempC,
    iceWetShare: ice.iceWetShare,
    pieceMm: service === "large" ? Math.max(LARGE_PIECE_MM, pieceMm) : pieceMm,
    shakenS: shaken ? SHAKEN_S : 0,
    strained: service !== "shaken",
    topOffG,
    topOffTempC: topOff === "milk" ? MILK_TEMP_C : coldWaterC,
    vesselJPerK: GLASS_J_PER_K,
    vesselTempC: roomTempC,
    roomTempC,
    gainWPerK: USUAL_GLASS_GAIN_W_PER_K,
  };
}

/** By how much coffee is cooler than its brew water where it meets the ice, K. */
export function dropOf(method: IcedMethod, { dripDropC, besideDropC }: BenchBrewer): number {
  const beside = method === "beside" || method === "overGlass" || method === "bath";
  return beside ? (besideDropC ?? dripDropC + BESIDE_MORE_K) : dripDropC;
}

/** Bloom water per dose of a sheet, g/g; undefined where nothing blooms by hand. */
export function bloomPerDose({ recipe, brewer }: Chosen, { bloomTimes }: IcedService): number | undefined {
  return brewer.kind === "hand" ? (bloomTimes ?? bloomOf(recipe)) : undefined;
}

/** Bloom water per dose of a recipe that is poured by hand, g/g; undefined without a bloom. */
export function bloomOf(recipe: Chosen["recipe"]): number | undefined {
  return recipe.brewer.kind === "hand" && recipe.pours.length > 1 ? bloomMultiple(recipe) : undefined;
}

/** A sheet through to the glass, as the core takes it. */
export function icedInputFrom(
  sheet: SheetInput,
  iced: IcedService,
  { chosen, bench }: { readonly chosen: Chosen; readonly bench: Bench },
): IcedInput {
  const { ice, recipe } = chosen;
  const { settings } = bench;
  const cup = icedCupOf(iced, bench);
  const steeped = iced.method === "steep";
  const glass = cup && ice && !steeped ? serveOf(iced.glass, iced, { cup, ice, settings }) : undefined;
  const perDose = bloomPerDose(chosen, iced);
  const waitS = startOf(recipe.pours[1]) ?? 0;
  return {
    sheet,
    inGlass: glass ? iced.inGlass : [],
    glass,
    ownIce: iced.glass === "own",
    ...(iced.method === "overGlass" &&
      cup &&
      ice && {
        glasses: {
          brimMl: cup.volumeMl,
          fillG: cupOverIce(cup, ice).coffeeG,
          glassJPerK: GLASS_J_PER_K,
        },
      }),
    ...(iced.bloomApart &&
      perDose !== undefined && {
        bloom: {
          perDose,
          standsS: Math.max(LEAST_STANDS_S, (recipe.doneS ?? USUAL_DONE_S) - waitS),
          cup: { ...USUAL_CUP, roomTempC: settings.roomTempC },
        },
      }),
    ...(steeped && { steepRatio: iced.steepRatio }),
  };
}

/** An iced state as a part of a link: what differs from the usual, each by its name. */
export function icedQuery(iced: IcedService): string {
  return (Object.keys(USUAL_ICED) as (keyof IcedService)[])
    .filter((key) => JSON.stringify(iced[key]) !== JSON.stringify(USUAL_ICED[key]))
    .map((key) => `${key}:${key === "inGlass" ? iced.inGlass.join("+") : String(iced[key])}`)
    .join(",");
}
