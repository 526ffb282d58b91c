import type { Aspect } from "#contract/aspects.ts";
import type { Bench } from "#contract/bench.ts";
import { type SheetInput, worthMeasuring } from "#core/sheet";
import { type Chosen, canScale, chosenOf, firstState } from "#scaling/choice";
import { sheetInputOf } from "./solved.ts";

/** Something that a sheet rests on and that nobody measured here. */
export interface Guessed {
  readonly name: string;
  readonly aspects: readonly Aspect[];
}

/** Aspects of the chosen things that are only typical, by the thing's name. */
export function guessesOf({ brewer, vessel, grinder, coffee }: Chosen): readonly Guessed[] {
  return [brewer, vessel, grinder, coffee]
    .filter(({ typical }) => typical.length > 0)
    .map(({ name, typical }) => ({ name, aspects: typical }));
}

/** How far a typical figure may lie from this house's: one standard deviation, as a share of it. */
const SPREAD_SHARE = {
  /** Vessels of one name differ by a cup or two. */
  fill: 0.06,
  /** Walls differ in mass. */
  heat: 0.25,
  /** Baskets of one size, across. */
  basket: 0.06,
  /** The difference of setting and delivery. */
  delivery: 0.03,
  /** Liquid retained: 0.15 in 2.1 g/g. */
  retention: 0.07,
  /** Roasts of one level. */
  density: 0.06,
} as const;

/** The same sheet with one typical figure off to either side; undefined where it moves no figure of a sheet. */
function eitherSide(
  sheet: SheetInput,
  aspect: Aspect,
): readonly [lower: SheetInput, higher: SheetInput] | undefined {
  if (aspect === "dial") return undefined;
  const spread = SPREAD_SHARE[aspect];
  const [lower, higher] = [1 - spread, 1 + spread].map((factor) => scaled(sheet, aspect, factor));
  return [lower!, higher!];
}

function scaled(sheet: SheetInput, aspect: Exclude<Aspect, "dial">, factor: number): SheetInput {
  const { vessel, heat, brewer, rounding, coffee, pins } = sheet;
  switch (aspect) {
    case "fill": {
      // A sheet that fills its vessel follows what the vessel holds.
      const fills = vessel?.workingG !== undefined && pins.yieldG === vessel.workingG;
      return fills ? { ...sheet, pins: { ...pins, yieldG: factor * (pins.yieldG ?? 0) } } : sheet;
    }
    case "heat":
      return heat ? { ...sheet, heat: { ...heat, vesselJPerK: factor * heat.vesselJPerK } } : sheet;
    case "basket": {
      const basket = brewer?.basket;
      if (!basket) return sheet;
      const across = {
        ...basket,
        topDiameterMm: factor * basket.topDiameterMm,
        bottomDiameterMm: factor * basket.bottomDiameterMm,
      };
      return { ...sheet, brewer: { ...brewer, basket: across } };
    }
    case "delivery": {
      const brewWater = rounding?.brewWater;
      if (!brewWater) return sheet;
      return {
        ...sheet,
        rounding: { ...rounding, brewWater: { ...brewWater, slope: factor * (brewWater.slope ?? 1) } },
      };
    }
    case "retention":
      return { ...sheet, retentionGPerG: factor * sheet.retentionGPerG };
    case "density": {
      const densityGPerMl = factor * (coffee?.densityGPerMl ?? 0);
      return coffee?.densityGPerMl ? { ...sheet, coffee: { densityGPerMl } } : sheet;
    }
  }
}

/** A typical figure, and how far a card may be off by it. */
export interface Worthwhile {
  readonly name: string;
  readonly aspect: Aspect;
  /** As a share of a printed figure. */
  readonly moves: number;
}

/** Aspects worth measuring next for the sheet that a site's Scale starts with, the most telling first. */
export function worthNext(bench: Bench): readonly Worthwhile[] {
  if (!canScale(bench)) return [];
  const state = firstState(bench);
  const sheet = sheetInputOf(state, bench);
  const guesses = guessesOf(chosenOf(state, bench)).flatMap(({ name, aspects }) =>
    aspects.flatMap((aspect) => {
      const either = eitherSide(sheet, aspect);
      return either ? [{ name: { name, aspect }, either }] : [];
    }),
  );
  return worthMeasuring(sheet, guesses).map(({ name, moves }) => ({ ...name, moves }));
}
