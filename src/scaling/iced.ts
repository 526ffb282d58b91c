import type { Bench, BenchBrewer, BenchIce } from "#contract/bench.ts";
import type { HouseSettings, IcedSchool } from "#contract/house.ts";
import { type RhythmPour, startOf } from "#core/brew";
import { type GlassServe, USUAL_CUP, USUAL_GLASS_GAIN_W_PER_K } from "#core/ice";
import {
  GLASS_PINS,
  GLASS_SERVICES,
  type GlassPin,
  type GlassService,
  ICED_METHODS,
  ICED_RANGES,
  type IcedInput,
  type IcedMethod,
  type IcedService,
  TOP_OFFS,
  USUAL_ICED,
} from "#core/iced";
import { bloomMultiple } from "#core/recipe";
import type { PinSet, SheetInput } from "#core/sheet";
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

/** What is poured into a cup, and the ice that the rest of it holds, g. */
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

/** Whether a hand pours a bloom whose liquid could be kept apart. */
export function canKeepBloom({ recipe, brewer }: Chosen): boolean {
  return brewer.kind === "hand" && bloomOf(recipe) !== undefined;
}

/** Bloom water per dose of a sheet, g/g; undefined where nothing blooms by hand. */
export function bloomPerDose({ recipe, brewer }: Chosen, { bloomTimes }: IcedService): number | undefined {
  return brewer.kind === "hand" ? (bloomTimes ?? bloomOf(recipe)) : undefined;
}

function bloomOf(recipe: Chosen["recipe"]): number | undefined {
  return recipe.brewer.kind === "hand" && recipe.pours.length > 1 ? bloomMultiple(recipe) : undefined;
}

/** A recipe's pours with another bloom, on its own dose; a bloom that would be all of its water is none of them. */
export function bloomedPours<Poured extends RhythmPour>(
  {
    doseG,
    pours,
    blooms,
  }: { readonly doseG: number; readonly pours: readonly Poured[]; readonly blooms: boolean },
  bloomTimes: number | null,
): readonly Poured[] {
  const [bloom, next] = pours;
  if (bloomTimes === null || !blooms || !bloom || !next || !(bloomTimes * doseG < next.toG)) return pours;
  return [{ ...bloom, toG: bloomTimes * doseG }, ...pours.slice(1)];
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

/** How the ratio of an iced sheet is counted, by what is pinned; undefined where its masses say it all. */
export function schoolOf(pins: readonly PinSet[], { inGlass }: IcedService): IcedSchool | undefined {
  const has = (name: PinSet["name"]) => pins.some((pin) => pin.name === name);
  if (has("strengthPct")) return "strength";
  if (has("totalRatio")) return inGlass.includes("totalRatio") ? "glass" : "inside";
  return has("brewRatio") ? "onTop" : undefined;
}

/** An iced state as a part of a link: what differs from the usual, each by its name. */
export function icedQuery(iced: IcedService): string {
  return (Object.keys(USUAL_ICED) as (keyof IcedService)[])
    .filter((key) => JSON.stringify(iced[key]) !== JSON.stringify(USUAL_ICED[key]))
    .map((key) => `${key}:${key === "inGlass" ? iced.inGlass.join("+") : String(iced[key])}`)
    .join(",");
}

/** The other way round; undefined where the text is none. */
export function readIced(text: string): IcedService | undefined {
  let iced: IcedService = USUAL_ICED;
  for (const part of text.split(",").filter(Boolean)) {
    const at = part.indexOf(":");
    const read = readPart(part.slice(0, at), part.slice(at + 1));
    if (!read) return undefined;
    iced = { ...iced, ...read };
  }
  return iced;
}

function readPart(key: string, value: string): Partial<IcedService> | undefined {
  const one = <T extends string>(of: readonly T[]) => of.find((each) => each === value);
  switch (key) {
    case "method": {
      const method = one(ICED_METHODS);
      return method && { method };
    }
    case "glass": {
      const glass = one(GLASS_SERVICES);
      return glass && { glass };
    }
    case "topOff": {
      const topOff = one(TOP_OFFS);
      return topOff && { topOff };
    }
    case "inGlass": {
      const inGlass = value
        .split("+")
        .filter((each): each is GlassPin => GLASS_PINS.some((pin) => pin === each));
      return inGlass.length > 0 ? { inGlass } : undefined;
    }
    case "bloomApart":
      return value === "true" ? { bloomApart: true } : undefined;
    case "servers":
      return value === "2" ? { servers: 2 } : undefined;
    case "cup":
      return { cup: value };
    case "bloomTimes":
    case "topOffG":
    case "steepRatio":
    case "steepH":
    case "bathTempC":
    case "bathIceG": {
      const [least, most] = ICED_RANGES[key];
      const number = value === "" ? Number.NaN : Number(value);
      return number >= least && number <= most ? { [key]: number } : undefined;
    }
    default:
      return undefined;
  }
}
