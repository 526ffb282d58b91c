import type { BathFailure } from "#core/ice";
import type {
  CorrectFailure,
  Correction,
  CoupledFailure,
  GlassService,
  IcedFault,
  IcedMethod,
} from "#core/iced";
import { printNumber, printPct } from "#core/units";
import { brewFailureSentence } from "#words/brew";
import { PLAIN, type Printers } from "#words/figures";
import { freezeSentence } from "#words/sheet";
import { icedFailureSentence } from "./iced.ts";

/** Each way to iced coffee, in a few words and in a sentence. */
export const ICED_METHOD_WORDS: {
  readonly [method in IcedMethod]: { readonly name: string; readonly what: string };
} = {
  onIce: {
    name: "brew onto the ice",
    what: "The coffee drips onto ice in its server, and is cold at once. Quick, bright, made for now.",
  },
  beside: {
    name: "brew beside, pour over",
    what: "Brewed into another vessel and poured over the ice at once: the ice stays out of the steam, and the coffee comes a little cooler.",
  },
  overGlass: {
    name: "strong, over ice in the glass",
    what: "Brewed strong and poured over the ice in each glass: the glasses are the vessel, and their own warmth counts.",
  },
  withWater: {
    name: "strong, with cold water and ice",
    what: "Brewed strong with less water; cold water takes a part of the ice's work, which saves ice.",
  },
  bath: {
    name: "full strength, chilled in a bath",
    what: "Brewed as for hot service and chilled in its closed vessel in ice water: nothing is diluted, and it takes minutes.",
  },
  steep: {
    name: "concentrate, steeped cold",
    what: "Coarse coffee lies in cold water for hours, and is thinned when it is served: for quick demand, planned a day ahead.",
  },
};

/** Each school's way of counting, in words. */
export const SCHOOL_WORDS = {
  inside: {
    name: "the server's ice counts",
    what: "The ratio is all water and the server's ice to coffee. Ice in the glass comes on top of it.",
  },
  wholeGlass: {
    name: "all in the glass counts",
    what: "The ratio is everything that ends in the glass to coffee: water, the server's ice, the glass's ice and what tops it.",
  },
  onTop: {
    name: "ice on top",
    what: "The hot brew keeps its ratio of water to coffee, and the ice comes on top: colder is weaker.",
  },
  strength: {
    name: "by strength",
    what: "The dose goes up until the melted drink is as strong as wanted, with what the forecast extracts in that very brew.",
  },
} as const;

/** How a glass is served. */
export const GLASS_WORDS: { readonly [service in GlassService]: string } = {
  bare: "no ice in the glass",
  own: "with the server's own ice",
  cubes: "over fresh ice",
  large: "over one large piece",
  strained: "shaken, strained, over fresh ice",
  shaken: "shaken, with its ice",
};

export const FAULT_WORDS: { readonly [fault in IcedFault]: string } = {
  tooWarm: "too warm",
  tooWatery: "too watery",
  tooStrong: "too strong",
  tooSour: "too sour",
  tooThin: "too thin",
};

/** How strong a glass is at its first sip, against the house's window. */
export function glassStrengthSentence(strengthPct: number, [low, high]: readonly [number, number]): string {
  const window = `${printPct(low)} to ${printPct(high)}`;
  return strengthPct >= low && strengthPct <= high
    ? `In the glass it is ${printPct(strengthPct)} at the first sip, within the house's ${window}.`
    : `In the glass it is ${printPct(strengthPct)} at the first sip; the house wants ${window}.`;
}

/** Why the forecast does not come to an iced sheet, or why nothing mends it. */
export function coupledSentence(failure: CoupledFailure | CorrectFailure, print: Printers = PLAIN): string {
  switch (failure.code) {
    case "noBrew":
      return `No forecast: ${brewFailureSentence(failure.failure, print)}`;
    case "noCorrection":
      return "Every finer step would choke this bed or run past its time. Brew less at once, or with hotter water.";
    default:
      return icedFailureSentence(failure, print);
  }
}

/** Why a bath does not do it. */
export function bathFailureSentence(failure: BathFailure, print: Printers): string {
  if (failure.code === "wouldFreeze") return freezeSentence(failure.missingJ, print);
  const { restTempC, moreIceG, wantedTempC } = failure;
  const more =
    moreIceG > 0
      ? `It takes ${print.mass(Math.ceil(moreIceG / 100) * 100)} more ice.`
      : "It takes longer than four hours: use a vessel of thin steel, or turn it.";
  return `In this bath it stays at ${print.temp(restTempC)}, and ${print.temp(wantedTempC)} is wanted. ${more}`;
}

/** The one thing to change, by how much, and what comes of it. */
export function correctionSentence(correction: Correction, print: Printers, grinder: string): string {
  switch (correction.by) {
    case "temperature": {
      const { from, to } = correction;
      return `${print.mass(Math.round(to.iceG))} of ice instead of ${print.mass(Math.round(from.iceG))}, and ${print.liquid(Math.round(to.brewWaterG))} of brew water instead of ${print.liquid(Math.round(from.brewWaterG))}: it ends at ${print.temp(to.finalTempC ?? 0)} instead of ${print.temp(from.finalTempC ?? 0)}.`;
    }
    case "dose": {
      const { from, to } = correction;
      return `${print.mass(Math.round(to.doseG))} of coffee instead of ${print.mass(Math.round(from.doseG))}, and nothing else: ${printPct(to.strengthPct ?? 0)} instead of ${printPct(from.strengthPct ?? 0)}.`;
    }
    case "dial":
      return `${grinder} to ${printNumber(correction.setting, 1)}, ${-correction.steps} ${correction.steps === -1 ? "step" : "steps"} finer, and nothing else: it extracts ${printPct(correction.extractionPct, { decimals: 1 })} instead of ${printPct(correction.fromPct, { decimals: 1 })}, and comes out at ${printPct(correction.strengthPct)}.`;
  }
}
