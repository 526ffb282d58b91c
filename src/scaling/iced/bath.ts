import type { Bench, BenchVessel } from "#contract/bench.ts";
import { type Bath, type BathFailure, bathIceFor, chillInBath } from "#core/ice";
import { hotBeverageOf, type SheetFigures } from "#core/sheet";
import { chosenOf, dropOf, type ScaleState } from "#scaling/choice";
import { brewTempOf, givenOf } from "#scaling/sheet";

/** A batch in its bath, turned and left alone. */
export interface Bathed {
  readonly startTempC: number;
  readonly wantedTempC: number;
  /** In the bath, and what it takes at least, g. */
  readonly iceG: number;
  readonly needG: number;
  readonly waterG: number;
  readonly turned:
    | { readonly ok: true; readonly value: Bath }
    | { readonly ok: false; readonly failure: BathFailure };
  readonly still: Bathed["turned"];
  /** Nobody timed how fast this vessel cools in a bath. */
  readonly rateIsGuess: boolean;
}

/** Closed and turned in a bath, W/K: thin steel, glass, and what is made to keep heat in. */
const USUAL_W_PER_K: { readonly [kind in BenchVessel["kind"]]: number } = {
  steel: 80,
  glass: 45,
  pot: 3,
  dispenser: 2,
};
/** Left alone, the water along its wall warms and stands. */
const STILL_SHARE = 0.35;
/** Bath water to coffee: enough to come up around a vessel. */
const WATER_PER_COFFEE = 1.5;
/** More ice than it takes at the least, so that the bath stays cold to the end. */
const SPARE = 1.15;
const ICE_STEP_G = 100;

/** A sheet's whole batch chilled in a closed bath; undefined without ice on the bench, or where none comes out. */
export function bathOf(state: ScaleState, bench: Bench, figures: SheetFigures): Bathed | undefined {
  const { recipe, brewer, vessel, ice } = chosenOf(state, bench);
  const { settings } = bench;
  const given = givenOf(state, bench);
  const coffeeG = hotBeverageOf(figures, given) + figures.bypassG;
  if (!ice || !(coffeeG > 0)) return undefined;
  const startTempC = brewTempOf({ recipe, brewer }, bench).tempC - dropOf("bath", brewer);
  const wantedTempC = state.iced.bathTempC ?? settings.icedTempC;
  const input = {
    coffeeG,
    startTempC,
    wantedTempC,
    vesselJPerK: vessel.vesselJPerK,
    bathWaterG: WATER_PER_COFFEE * coffeeG,
    bathWaterTempC: settings.coldWaterC,
    iceTempC: ice.iceTempC,
    iceWetShare: ice.iceWetShare,
    roomTempC: settings.roomTempC,
  };
  const needG = bathIceFor(input);
  const iceG = state.iced.bathIceG ?? Math.ceil((SPARE * needG) / ICE_STEP_G) * ICE_STEP_G;
  const turnedWPerK = vessel.bathWPerK ?? USUAL_W_PER_K[vessel.kind];
  const chilled = (wallWPerK: number) => chillInBath({ ...input, bathIceG: iceG, wallWPerK });
  return {
    startTempC,
    wantedTempC,
    iceG,
    needG,
    waterG: input.bathWaterG,
    turned: chilled(turnedWPerK),
    still: chilled(STILL_SHARE * turnedWPerK),
    rateIsGuess: vessel.bathWPerK === null,
  };
}
