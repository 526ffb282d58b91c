import { counted } from "#words/figures";

const MIN_PER_H = 60;
const MIN_PER_DAY = 1440;
const PER_CENT = 100;

/** How much concentrate is begun the evening before, when, and for how long it is good. */
export function concentrateSentences(
  {
    batches,
    enough,
    meanCups,
    otherCups,
    steepH,
    keptH,
    opensMin,
  }: {
    readonly batches: number;
    readonly enough: number;
    readonly meanCups: number;
    /** Of them, in other drinks. */
    readonly otherCups: number;
    readonly steepH: number;
    readonly keptH: number;
    readonly opensMin: number;
  },
  clock: (min: number) => string,
): readonly string[] {
  if (batches === 0) return ["None", `Hardly ${counted(Math.ceil(meanCups), "cup")} will be asked for.`];
  const begin = opensMin - steepH * MIN_PER_H;
  const daysBefore = Math.ceil(-begin / MIN_PER_DAY);
  const when =
    daysBefore <= 0 ? "that morning" : daysBefore === 1 ? "the day before" : `${daysBefore} days before`;
  const at = clock(begin + Math.max(0, daysBefore) * MIN_PER_DAY);
  const others =
    otherCups > 0 ? ` (as much as ${counted(Math.round(otherCups), "cup")} of it in other drinks)` : "";
  return [
    counted(batches, "batch", { many: "batches" }),
    `Begun by ${at} ${when} it is ready when the doors open.`,
    `Instead of batches on ice: about ${counted(Math.round(meanCups), "cup")} will be asked for${others}, and this is enough on ${Math.round(PER_CENT * enough)} days in 100.`,
    `What is left keeps for ${counted(Math.round(keptH), "hour")} after it was drained, cold and covered.`,
  ];
}

/** Ice that is frozen ahead. */
export function iceAheadSentence(mass: string): string {
  return `Freeze ${mass} of ice ahead: on a busy day the machine alone falls short by so much. In a closed bag, with its date.`;
}
