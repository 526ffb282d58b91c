import { apartPerDose, standingTempC } from "#core/ice";
import { fail, ok, type Result } from "#core/result";
import {
  exactSheet,
  hotBeverageOf,
  meltOf,
  type Pins,
  type SheetFigures,
  type SheetInput,
  solveSheet,
} from "#core/sheet";
import { inGlassOf, type KnownServer, pinsInServer, serveFrom } from "./glassPins.ts";
import type { IcedFailure, IcedInput, IcedSheet } from "./types.ts";

/** Turns until everything agrees; most sheets take three to eight. */
const MOST_TURNS = 60;
/** They agree when no mass and no temperature moves by more than this part of it. */
const SETTLED = 1e-13;
/** Final temperature that a server is assumed to end at before anything is solved, °C. */
const FIRST_TEMP_C = 8;

/**
 * An iced sheet with its heat, mass and strength solved together, through to the glass.
 *
 * Each turn says of the server what is wanted of the glass, counts the glasses that a yield fills and how far a bloom
 * kept apart has cooled, and solves the linear sheet with that, until nothing moves (fixed point; the couplings are
 * weak, so that a turn shrinks what is off by ten times or more).
 *
 * @param known what another solve of the same glass and temperature found already; it is added to
 * @returns masses in g, temperatures in °C, strengths in %; a failure of the sheet, `glassOutOfReach` with what the
 * glass can reach, `concentrateTooThin` with the ratio that would do, or `notSettled` after sixty turns
 */
export function solveIced(input: IcedInput, known: KnownServer = {}): Result<IcedSheet, IcedFailure> {
  let at: SheetFigures | undefined;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const sheetInput = askedOf(input, at, known);
    if (!sheetInput.ok) return sheetInput;
    const next = exactSheet(sheetInput.value);
    if (!next.ok) return next;
    if (at && isSettled(at, next.value)) return finished(input, sheetInput.value, next.value);
    at = next.value;
  }
  return fail({ code: "notSettled" });
}

function finished(input: IcedInput, asked: SheetInput, exact: SheetFigures): Result<IcedSheet, IcedFailure> {
  const sheet = solveSheet(asked);
  if (!sheet.ok) return sheet;
  const { rounded } = sheet.value;
  const { glass, ownIce = false } = input;
  const iceLeftG = iceLeftOf(rounded, asked);
  const { apart } = asked.heat ?? {};
  return ok({
    ...sheet.value,
    asked,
    inGlass:
      glass && inGlassOf(serveFrom(glass, ownIce, { yieldG: exact.yieldG, iceLeftG }), rounded, iceLeftG),
    apart: apart && { massG: apart.gPerG * rounded.doseG, tempC: apart.tempC },
  });
}

/** The sheet of the server, as far as it is known from the turn before. */
function askedOf(
  input: IcedInput,
  at: SheetFigures | undefined,
  known: KnownServer,
): Result<SheetInput, IcedFailure> {
  const { sheet, glass, ownIce = false, inGlass } = input;
  const settled = { ...sheet, ...vesselOf(input, at) };
  if (settled.heat && input.bloom) settled.heat = { ...settled.heat, apart: apartOf(input, at) };
  let pins: Pins = sheet.pins;
  if (glass && inGlass.length > 0) {
    const left = { yieldG: at?.yieldG ?? 1, iceLeftG: at ? iceLeftOf(at, settled) : 0 };
    const server = pinsInServer(input, serveFrom(glass, ownIce, left), at?.finalTempC ?? FIRST_TEMP_C, known);
    if (!server.ok) return server;
    pins = server.value;
  }
  const steeped = input.steepRatio === undefined || !at ? ok(pins) : dilutedTo(input.steepRatio, pins, at);
  return steeped.ok ? ok({ ...settled, pins: steeped.value }) : steeped;
}

/** Glasses as the vessel: as many as the yield fills, their heat and their brims together. */
function vesselOf(
  { sheet, glasses }: IcedInput,
  at: SheetFigures | undefined,
): Pick<SheetInput, "heat" | "vessel"> {
  if (!glasses || !sheet.heat) return { heat: sheet.heat, vessel: sheet.vessel };
  const count = (at?.yieldG ?? sheet.pins.yieldG ?? glasses.fillG) / glasses.fillG;
  return {
    heat: { ...sheet.heat, vesselJPerK: count * glasses.glassJPerK },
    vessel: { brimG: count * glasses.brimMl },
  };
}

/** The bloom's liquid as it has cooled by the time that it joins; never more than leaves the bed at all. */
function apartOf({ sheet, bloom }: IcedInput, at: SheetFigures | undefined) {
  const { perDose, standsS, cup } = bloom!;
  const { dripTempC } = sheet.heat!;
  const mostPerDose = at ? Math.max(0, hotBeverageOf(at, sheet) / at.doseG) : Number.POSITIVE_INFINITY;
  const gPerG = Math.min(apartPerDose(perDose), mostPerDose);
  const massG = gPerG * (at?.doseG ?? 0);
  return { gPerG, tempC: standingTempC({ massG, tempC: dripTempC, standsS }, cup) };
}

/** The share of the water that thins a concentrate: dose and all water are what they are without it. */
function dilutedTo(steepRatio: number, pins: Pins, at: SheetFigures): Result<Pins, IcedFailure> {
  const allRatio = at.brewRatio;
  if (!(steepRatio <= allRatio)) {
    return fail({ code: "concentrateTooThin", steepRatio, mostRatio: allRatio });
  }
  return ok({ ...pins, bypassShare: 1 - steepRatio / allRatio });
}

function iceLeftOf(figures: SheetFigures, given: SheetInput): number {
  const end = meltOf(figures, given);
  return end?.ok ? end.value.iceLeftG : 0;
}

const WATCHED = ["doseG", "brewWaterG", "bypassG", "iceG", "finalTempC"] as const;

function isSettled(old: SheetFigures, next: SheetFigures): boolean {
  const scale = Math.max(old.brewWaterG, old.iceG, 1);
  return WATCHED.every((name) => Math.abs((next[name] ?? 0) - (old[name] ?? 0)) <= SETTLED * scale);
}
