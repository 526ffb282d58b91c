import type { Stirring } from "#core/ice";
import { printNumber, printTime } from "#core/units";
import type { Printers } from "#words/figures";

export const STIRRING_WORDS: { readonly [stirring in Stirring]: string } = {
  still: "left alone",
  swirled: "swirled",
  stirred: "stirred",
};

/** A time is told to so many seconds: nobody swirls by the second. */
const TO_S = 5;
/** Sooner than this after the last drop it is gone by then. */
const AT_ONCE_S = 5;

/** A swirl as a card says it, to five seconds. */
export function swirlTime(swirlS: number): string {
  return printTime(Math.max(TO_S, Math.round(swirlS / TO_S) * TO_S));
}

/** How long to move the server until the ice is gone. */
export function meltSentence(
  {
    swirlS,
    iceLeftG,
    pieceMm,
    pieceIsGuess,
  }: {
    readonly swirlS: number | undefined;
    readonly iceLeftG: number;
    readonly pieceMm: number;
    readonly pieceIsGuess: boolean;
  },
  stirring: Stirring,
  { mass, temp }: Printers,
): string {
  const piece = `pieces of ${printNumber(pieceMm, 0)} mm${pieceIsGuess ? ", which is only usual: note on the Bench how large they are" : ""}`;
  if (swirlS === undefined)
    return `It takes longer than half an hour, ${STIRRING_WORDS[stirring]}, with ${piece}.`;
  const left = iceLeftG > 1 ? `; ${mass(Math.round(iceLeftG))} of ice stay at ${temp(0)}` : "";
  if (swirlS < AT_ONCE_S) return `The ice has melted by the time the last drop falls, with ${piece}${left}.`;
  return `About ${swirlTime(swirlS)} from the last drop until it has melted, ${STIRRING_WORDS[stirring]}, with ${piece}${left}.`;
}

const S_PER_MIN = 60;

/** When a glass is looked at. */
export function momentWords(atS: number): string {
  return atS < S_PER_MIN ? "first sip" : `after ${printNumber(atS / S_PER_MIN, 0)} min`;
}
