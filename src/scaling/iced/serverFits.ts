import type { Bench } from "#contract/bench.ts";
import type { IcedSheet } from "#core/iced";
import type { CheckCode } from "#core/sheet";
import { chosenOf, type ScaleState } from "#scaling/choice";
import { solveState } from "#scaling/sheet";

/** A mend that makes an iced batch fit: less of it, or two servers. */
export interface ServerMend {
  /** The most that fits as it is pinned, g in whole steps; undefined where nothing does. */
  readonly mostG: number | undefined;
  /** Two servers of this kind hold it. */
  readonly two: boolean;
}

const TOO_FULL: readonly CheckCode[] = ["overBrim", "overBrimMelting", "overWorkingFill"];
const STEP_G = 50;
const HALVINGS = 14;

/** Undefined where it fits, or where no one server holds it all. */
export function serverMend(state: ScaleState, bench: Bench, sheet: IcedSheet): ServerMend | undefined {
  const { method, servers } = state.iced;
  const inServer =
    state.serve === "iced" && (method === "onIce" || method === "beside" || method === "withWater");
  const full = ({ checks }: IcedSheet) => checks.some(({ code }) => TOO_FULL.includes(code));
  if (!inServer || !full(sheet)) return undefined;
  const { extractionPct } = sheet.asked;
  const fits = (next: ScaleState) => {
    const solved = solveState(next, bench, extractionPct);
    return solved.ok && !full(solved.value);
  };
  const sized = (yieldG: number): ScaleState => ({
    ...state,
    pins: state.pins.map((pin) =>
      pin.name === "yieldG" || pin.name === "doseG" ? { name: "yieldG", value: yieldG } : pin,
    ),
  });
  const hasSize = sized(0).pins.some(({ name }) => name === "yieldG");
  let [low, high] = [0, chosenOf(state, bench).vessel.brimG * servers];
  for (let i = 0; hasSize && i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (fits(sized(middle))) low = middle;
    else high = middle;
  }
  const mostG = Math.floor(low / STEP_G) * STEP_G;
  return {
    mostG: mostG > 0 && fits(sized(mostG)) ? mostG : undefined,
    two: servers === 1 && fits({ ...state, iced: { ...state.iced, servers: 2 } }),
  };
}
