import type { Learned } from "#core/learn";
import { printNumber } from "#core/units";
import { printDay } from "#words/figures";

const n = (value: number) => printNumber(value, 1);
const spread = (sdUnits: number) => printNumber(sdUnits, 2);

/** How surely a dial is learned, from what, and what one more batch would teach. */
export function learnedSentences({
  taught,
  range: [low, high],
  sdUnits,
  sdWithOneMore,
  oneSize,
  contradict,
}: Learned): readonly string[] {
  const between = `eight in ten between ${n(low)} and ${n(high)}`;
  const more = `One more approved batch like this would take the spread from ± ${spread(sdUnits)} to ± ${spread(sdWithOneMore)}.`;
  if (taught.length === 0) {
    return [
      `Nothing is approved on this grinder yet, so the learned dial is the forecast: ${between}. ${more}`,
    ];
  }
  const from = taught.length === 1 ? "one approved batch" : `${taught.length} approved batches`;
  return [
    `Learned from ${from}: ${between}. ${more}`,
    ...(oneSize
      ? ["All of them are of one size: how the dial follows the size is still the forecast's alone."]
      : []),
    ...(contradict
      ? [
          "Two of them contradict each other, which makes all of it less sure: look at both, and keep the one that was right.",
        ]
      : []),
  ];
}

/** Batches that were ground before the dial's curve of now. */
export function otherBurrsSentence(count: number): string {
  return `${count === 1 ? "One approved batch was" : `${count} approved batches were`} ground on another curve of this dial, such as burrs of before, and ${count === 1 ? "teaches" : "teach"} nothing here.`;
}

/** Why a pot's dial is no approved one, though the pot was approved; on paper there is room for a few words only. */
export function otherBurrsWords(ground: "moved" | "translated" | "forecast") {
  if (ground === "moved") {
    return { said: "dial set anew, for its grinder has moved since; approved", inShort: "grinder moved" };
  }
  return ground === "translated"
    ? {
        said: "dial translated from the burrs or the grinder that it was approved on,",
        inShort: "from other burrs",
      }
    : { said: "what it was approved at lies off this dial; approved", inShort: "off this dial" };
}

/** An approved setting on a grinder that has moved since: "Chough grinds finer since 10 Nov 2026: 11 now". */
export function movedSentence(
  grinder: string,
  {
    way,
    setting,
    since,
  }: { readonly way: "finer" | "coarser"; readonly setting: number; readonly since: string },
  timeZone: string,
): string {
  return `${grinder} grinds ${way} since ${printDay(new Date(since), timeZone)}: ${n(setting)} now.`;
}
