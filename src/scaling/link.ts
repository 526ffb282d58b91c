import type { Bench, BenchGrinder } from "#contract/bench.ts";
import { onDial } from "#core/grind";
import { USUAL_ICED } from "#core/iced";
import { ANSWERS } from "#core/outlook";
import { PIN_NAMES, type PinName, type PinSet, type Serve } from "#core/sheet";
import { icedQuery, readIced } from "./iced.ts";
import { chosenOf, firstPins, firstState, type GrindPick, type ScaleState } from "./state.ts";

const KEYS = ["recipe", "coffee", "brewer", "grinder", "vessel", "ice"] as const;

/** A state as the query of a link. */
export function queryOf(state: ScaleState): string {
  const pins = state.pins.map(({ name, value }) => `${name}:${value}`).join(",");
  return new URLSearchParams({
    ...Object.fromEntries(KEYS.map((key) => [key, state[key]])),
    serve: state.serve,
    pins,
    ...(state.grind !== "rule" && { grind: String(state.grind) }),
    ...(icedQuery(state.iced) && { iced: icedQuery(state.iced) }),
  }).toString();
}

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
  const first = firstState(bench);
  const text = (key: string) => (typeof query[key] === "string" ? query[key] : undefined);
  const rows: Record<(typeof KEYS)[number], readonly string[]> = {
    recipe: bench.recipes.map(({ versionId }) => versionId),
    coffee: bench.coffees.map(({ id }) => id),
    brewer: bench.brewers.map(({ id }) => id),
    grinder: bench.grinders.map(({ id }) => id),
    vessel: bench.vessels.map(({ id }) => id),
    ice: bench.iceSources.map(({ id }) => id),
  };
  let broken = false;
  const ids = KEYS.map((key) => {
    const asked = text(key);
    if (asked === undefined || (asked === "" && key === "ice")) return [key, first[key]];
    if (rows[key].includes(asked)) return [key, asked];
    broken = true;
    return [key, first[key]];
  });
  const asked = text("serve") ?? first.serve;
  const serve: Serve = asked === "iced" ? "iced" : "hot";
  if (asked !== serve) broken = true;
  const icedText = text("iced");
  // Beside pins of its own a link that says nothing of it means the usual service, not this house's.
  const unsaid = text("pins") === undefined ? first.iced : USUAL_ICED;
  const iced = icedText === undefined ? unsaid : readIced(icedText);
  if (!iced) broken = true;
  const state: ScaleState = {
    ...first,
    ...Object.fromEntries(ids),
    serve,
    pins: [],
    iced: iced ?? first.iced,
  };
  const grindText = text("grind");
  const grind = grindText === undefined ? "rule" : readGrind(grindText, chosenOf(state, bench).grinder);
  if (grind === undefined) broken = true;
  const pinText = text("pins");
  const pins = pinText === undefined ? undefined : readPins(pinText);
  if (pinText !== undefined && !pins) broken = true;
  return {
    state: {
      ...state,
      pins: pins ?? firstPins(serve, chosenOf(state, bench), bench.settings),
      grind: grind ?? "rule",
    },
    broken,
  };
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
    const [name, value] = part.split(":", 2);
    return { name: name as PinName, value: value ? Number(value) : Number.NaN };
  });
  const names = pins.map(({ name }) => name);
  const sound =
    pins.length <= PIN_NAMES.length &&
    new Set(names).size === names.length &&
    pins.every(({ name, value }) => PIN_NAMES.includes(name) && inRange(name, value));
  return sound ? pins : undefined;
}

const MOST: { readonly [name in PinName]: number } = {
  doseG: 20_000,
  brewWaterG: 200_000,
  bypassG: 200_000,
  iceG: 200_000,
  yieldG: 200_000,
  brewRatio: 100,
  totalRatio: 100,
  yieldRatio: 100,
  iceShare: 0.999,
  bypassShare: 0.999,
  strengthPct: 30,
  finalTempC: 60,
};

/** What a figure may be pinned to; the same ranges as the contract's. */
export function inRange(name: PinName, value: number): boolean {
  const least = name === "brewRatio" || name === "totalRatio" || name === "yieldRatio" ? 1 : 0;
  const aboveZero = name === "doseG" || name === "strengthPct";
  return value >= least && value <= MOST[name] && !(aboveZero && value === 0);
}

export function mostOf(name: PinName): number {
  return MOST[name];
}
