import type { Bench } from "#contract/bench.ts";
import type { SteepInput } from "#core/brew";
import { fitCurve, onDial, settingAt, TEXTURE_UM, umAt } from "#core/grind";
import { type CoupleAsked, extractionFor, type IcedFailure, type IcedSheet } from "#core/iced";
import type { Result } from "#core/result";
import { chosenOf, icedInputFrom, isCoupled, isSteeped, type ScaleState } from "#scaling/choice";
import { askingOf } from "./asking.ts";
import { sheetInputOf, solveState } from "./solved.ts";

const S_PER_H = 3600;
/** Coarse, so that it drains clear: a texture that a hand knows. */
const STEEP_UM = TEXTURE_UM["coarse sea salt"];
/** A concentrate's extraction does not hang on its size. */
const STEEPED_G = 100;

/** The forecast's question for a coupled sheet; undefined where there is no forecast of it. */
export function coupleAsked(
  state: ScaleState,
  bench: Bench,
  { rounded }: Pick<IcedSheet, "rounded">,
): CoupleAsked | undefined {
  if (!isCoupled(state)) return undefined;
  if (isSteeped(state)) return { by: "steep", steep: steepOf(state, bench) };
  const request = askingOf(state, bench, rounded);
  if (!("asking" in request)) return undefined;
  const iced = icedInputFrom(sheetInputOf(state, bench), state.iced, {
    chosen: chosenOf(state, bench),
    bench,
  });
  return { by: "bed", iced, asking: request.asking };
}

/** A concentrate's grind, and its place on the dial where the dial's curve is known. */
export function steepGrind(
  state: ScaleState,
  bench: Bench,
): { readonly um: number; readonly setting?: number } {
  const { grinder } = chosenOf(state, bench);
  const curve = fitCurve(grinder.curve);
  const byHand = typeof state.grind === "number" ? state.grind : undefined;
  if (!curve.ok) return { um: STEEP_UM, ...(byHand !== undefined && { setting: byHand }) };
  const setting = byHand ?? onDial(settingAt(curve.value, STEEP_UM), grinder).setting;
  return { um: umAt(curve.value, setting), setting };
}

/** A concentrate as it steeps: coarse, wetted once, drained in the end. */
function steepOf(state: ScaleState, bench: Bench): SteepInput {
  const { coldWaterC } = bench.settings;
  return {
    doseG: STEEPED_G,
    waterG: state.iced.steepRatio * STEEPED_G,
    grindUm: steepGrind(state, bench).um,
    waterTempC: coldWaterC,
    steepS: state.iced.steepH * S_PER_H,
    stirred: false,
    ending: "drained",
    roomTempC: coldWaterC,
  };
}

/** A state's sheet with its extraction from the forecast where that is coupled, all at once; for where nobody waits on a screen. */
export function solveCoupled(state: ScaleState, bench: Bench): Result<IcedSheet, IcedFailure> {
  const guessed = solveState(state, bench);
  const question = guessed.ok ? coupleAsked(state, bench, guessed.value) : undefined;
  const found = question && extractionFor(question);
  return found?.ok ? solveState(state, bench, found.value) : guessed;
}
