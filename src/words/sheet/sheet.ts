import type { Mend, SheetFailure } from "#core/sheet";
import { printNumber } from "#core/units";
import { listed, MASS_WORDS, PIN_WORDS, PLAIN, type Printers, printPin } from "#words/figures";

/** Heat in figures a person can hold against each other. */
const J_PER_KJ = 1000;
const HEAT_DECIMALS = 1;

/** Why pins do not make a sheet, and what to do. */
export function sheetFailureSentence(failure: SheetFailure, print: Printers = PLAIN): string {
  switch (failure.code) {
    case "tooFewPins": {
      const would = listed(
        failure.wouldDo.map((name) => PIN_WORDS[name]),
        "or",
      );
      return failure.missing === 1
        ? `One more figure is needed: pin ${would}.`
        : `${failure.missing} more figures are needed: pin from ${would}.`;
    }
    case "tooManyPins":
      return `Too much is pinned: ${namesOf(failure)} already settle each other. Free one of them.`;
    case "dependentPins":
      return `${capital(namesOf(failure))} say the same thing, or contradict each other. Free one of them and pin something else.`;
    case "pinNeedsIced":
      return `A hot sheet has no ice: ${listed(failure.pins.map((name) => PIN_WORDS[name]))} can be pinned only when iced.`;
    case "needsExtraction":
      return "Strength can be pinned once the extraction is known: give the extraction.";
    case "needsHeat":
      return "A final temperature can be pinned once the heat is known: give drip, ice and vessel temperatures.";
    case "bedHoldsAllWater":
      return `At ${print.ratio(failure.ratio)} the bed keeps all the water: a gram of coffee holds ${printNumber(failure.retentionGPerG, 2)} g. Give a larger ratio.`;
    case "impossiblePins":
      return `${impossible(failure, print)} ${mended(failure.mends, print)}`;
    case "tempOutOfReach":
      return `${print.temp(failure.finalTempC)} is out of reach. ${mended([failure.mend], print)}`;
    case "wouldFreeze":
      return freezeSentence(failure.missingJ, print);
  }
}

/** Why a mix has no temperature above freezing. */
export function freezeSentence(missingJ: number, { temp }: Printers = PLAIN): string {
  const heat = printNumber(missingJ / J_PER_KJ, HEAT_DECIMALS);
  return `This would freeze: ${heat} kJ are missing to bring the ice to ${temp(0)}. Use less ice, or more or hotter coffee.`;
}

function namesOf({ fighting }: { readonly fighting: readonly (keyof typeof PIN_WORDS)[] }): string {
  return listed(fighting.map((name) => PIN_WORDS[name]));
}

function impossible(
  { mass, massG }: Extract<SheetFailure, { code: "impossiblePins" }>,
  print: Printers,
): string {
  if (mass === "hotG") {
    return massG < 0
      ? `The bed would keep ${print.mass(-massG)} more water than goes in: no coffee comes out.`
      : "The bed would keep all the water that goes in: no coffee comes out.";
  }
  if (massG < 0) return `That would take ${print.mass(massG)} of ${MASS_WORDS[mass]}.`;
  return `That leaves no ${MASS_WORDS[mass]}.`;
}

function mended(mends: readonly Mend[], print: Printers): string {
  if (mends.length === 0) return "No single figure mends it: change two.";
  const ways = mends.map(({ pin, above, below }) => {
    const span =
      above === undefined || (above === 0 && below !== undefined)
        ? `below ${printPin(pin, below!, print)}`
        : below === undefined
          ? `above ${printPin(pin, above, print)}`
          : `between ${printPin(pin, above, print)} and ${printPin(pin, below, print)}`;
    return `${PIN_WORDS[pin]} ${span}`;
  });
  return `With the rest kept, it works with ${listed(ways, "or")}.`;
}

function capital(sentence: string): string {
  return sentence.charAt(0).toUpperCase() + sentence.slice(1);
}
