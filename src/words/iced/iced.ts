import type { GlassPin, IcedFailure } from "#core/iced";
import { printPct } from "#core/units";
import { PLAIN, type Printers } from "#words/figures";
import { sheetFailureSentence } from "#words/sheet";

/** Where a figure is said; in the glass it is that of the first sip. */
export const PLACE_WORDS = { server: "server", glass: "glass" } as const;
export const GLASS_PIN_WORDS: { readonly [pin in GlassPin]: string } = {
  totalRatio: "ratio, all of it",
  strengthPct: "strength",
  finalTempC: "first sip",
};

/** Why an iced sheet does not come about, and what would. */
export function icedFailureSentence(failure: IcedFailure, print: Printers = PLAIN): string {
  const { temp, ratio } = print;
  switch (failure.code) {
    case "noIce":
      return "There is no ice on this site's bench: put an ice source there, or serve it hot.";
    case "glassOutOfReach":
      return failure.finalTempC > failure.mostTempC
        ? `${temp(failure.finalTempC)} is out of reach in the glass: with this ice it is ${temp(failure.mostTempC)} at the first sip even from the hottest coffee. Serve it with less ice, or ask for less.`
        : `${temp(failure.finalTempC)} is out of reach in the glass: at the first sip it is ${temp(failure.leastTempC)} at the coldest, from a server at the freezing point. Serve it over more or smaller ice, or shaken.`;
    case "concentrateTooThin":
      return `A concentrate at ${ratio(failure.steepRatio)} is thinner than the drink that it should make. Steep it at ${ratio(failure.mostRatio)} at most, or ask for a weaker drink.`;
    case "strengthOutOfReach":
      return `${printPct(failure.strengthPct)} is out of reach: with more coffee this brew extracts less of it, and it makes ${printPct(failure.mostPct)} at most. Grind finer, or brew two batches.`;
    case "notSettled":
      return "What is pinned in the glass and in the server pull against each other. Pin one of them in the server.";
    default:
      return sheetFailureSentence(failure, print);
  }
}
