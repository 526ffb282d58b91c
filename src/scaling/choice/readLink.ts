import type { Bench, BenchGrinder } from "#contract/bench.ts";
import { placeInRange } from "#contract/pinRanges.ts";
import { onDial } from "#core/grind";
import {
  GLASS_PINS,
  GLASS_SERVICES,
  type GlassPin,
  ICED_METHODS,
  ICED_RANGES,
  type IcedService,
  TOP_OFFS,
  USUAL_ICED,
} from "#core/iced";
import { ANSWERS } from "#core/outlook";
import { PIN_NAMES, type PinName, type PinSet, type Serve } from "#core/sheet";
import { LINK_KEYS } from "./link.ts";
import { methodAs } from "./schools.ts";
import { firstState } from "./start.ts";
import { chosenOf, firstPins, type GrindPick, type ScaleState, vesselFor } from "./state.ts";

export interface LinkRead {
  readonly state: ScaleState;
  /** The link named something that is not here, or pins that are none; the sheet starts afresh there. */
  readonly broken: boolean;
}

/** A state from a link's query: whatever is in it, the answer is a state of this bench. */
export function readQuery(
  query: Readonly<Record<string, string | string[] | undefined>>,
  bench: Bench,
): LinkRead {
  const text = (key: string) => (typeof query[key] === "string" ? query[key] : undefined);
  const first = firstState(
    bench,
    bench.recipes.find(({ versionId }) => versionId === text("recipe")),
  );
  const rows: Record<(typeof LINK_KEYS)[number], readonly string[]> = {
    recipe: bench.recipes.map(({ versionId }) => versionId),
    coffee: bench.coffees.map(({ id }) => id),
    brewer: bench.brewers.map(({ id }) => id),
    grinder: bench.grinders.map(({ id }) => id),
    vessel: bench.vessels.map(({ id }) => id),
    ice: bench.iceSources.map(({ id }) => id),
  };
  let broken = false;
  const ids = LINK_KEYS.map((key) => {
    const linkValue = text(key);
    if (linkValue === undefined || (linkValue === "" && key === "ice")) return [key, first[key]];
    if (rows[key].includes(linkValue)) return [key, linkValue];
    broken = true;
    return [key, first[key]];
  });
  const namedServe = text("serve") ?? first.serve;
  const serve: Serve = namedServe === "iced" ? "iced" : "hot";
  if (namedServe !== serve) broken = true;
  const icedText = text("iced");
  // Beside pins of its own a link that says nothing of it means the usual service, not this house's.
  const unsaid = text("pins") === undefined ? first.iced : USUAL_ICED;
  const iced = icedText === undefined ? unsaid : readIced(icedText);
  if (!iced) broken = true;
  const state: ScaleState = {
    ...first,
    ...Object.fromEntries(ids),
    // Ice goes into a server that is made for it, unless the link says where.
    ...(text("vessel") === undefined && { vessel: vesselFor(serve, bench, first.vessel) }),
    serve,
    pins: [],
    iced: iced ?? first.iced,
  };
  const grindText = text("grind");
  const grind = grindText === undefined ? "best" : readGrind(grindText, chosenOf(state, bench).grinder);
  if (grind === undefined) broken = true;
  const pinText = text("pins");
  const pins = pinText === undefined ? undefined : readPins(pinText);
  if (pinText !== undefined && !pins) broken = true;
  const pinned = pins ? { ...state, pins } : withFirstPins(state, bench);
  return { state: { ...pinned, grind: grind ?? "best" }, broken };
}

/** The pins that a sheet starts with, by the way that it is iced. */
function withFirstPins(state: ScaleState, bench: Bench): ScaleState {
  const { serve, iced } = state;
  const pins = firstPins(serve, chosenOf(state, bench), bench.settings);
  if (serve === "hot" || iced.method === "onIce") return { ...state, pins };
  return methodAs(iced.method, { ...state, pins, iced: { ...iced, method: "onIce" } }, bench);
}

/** An answer's name, or a setting that is on the dial. */
function readGrind(text: string, dial: BenchGrinder): GrindPick | undefined {
  const answer = ANSWERS.find((each) => each === text);
  if (answer) return answer;
  const setting = text.trim() === "" ? Number.NaN : Number(text);
  return setting >= dial.min && setting <= dial.max ? onDial(setting, dial).setting : undefined;
}

/** No sheet has more pins than there are names. */
function readPins(text: string): readonly PinSet[] | undefined {
  const parts = text.split(",", PIN_NAMES.length + 1);
  const pins = parts.map((part) => {
    const [name, ...figures] = part.split(":", 5);
    const [value = Number.NaN, ...band] = figures.map((figure) => (figure ? Number(figure) : Number.NaN));
    return { name: name as PinName, value, ...(band.length > 0 && { band }) };
  });
  const names = pins.map(({ name }) => name);
  const sound =
    pins.length <= PIN_NAMES.length &&
    new Set(names).size === names.length &&
    pins.every(({ name, value, band = [value, value] }) => {
      const [least = Number.NaN, most = Number.NaN] = band;
      return (
        PIN_NAMES.includes(name) &&
        band.length === 2 &&
        [least, value, most].every((each) => placeInRange(name, each) === "within") &&
        least <= value &&
        value <= most
      );
    });
  return sound ? (pins as readonly PinSet[]) : undefined;
}

/** How it is iced, from its part of a link; undefined where the text is none. */
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
    case "steepKeptH":
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
