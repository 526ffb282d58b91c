import { counted } from "#words/figures";

type Clock = (min: number) => string;

interface Batch {
  readonly name: string;
  /** Its card; undefined for a pot that stands there. */
  readonly title: string | undefined;
  readonly cups: number;
  readonly cup: string;
  readonly beginMin: number;
  readonly earliestMin: number;
  readonly latestMin: number;
  readonly readyMin: number;
  readonly emptyMin: number;
  readonly pouredShare: number;
  readonly isPinned: boolean;
}

const PER_CENT = 100;

/** A batch of the timeline: what it is, when it is likely brewed, and what becomes of it. */
export function batchSentences(batch: Batch, clock: Clock): readonly string[] {
  const { name, title, cups, cup, beginMin, earliestMin, latestMin, readyMin, emptyMin } = batch;
  const amount = counted(cups, "cup");
  if (title === undefined)
    return [`${name}: ${amount} of ${cup} on hand.`, `Likely empty at ${clock(emptyMin)}.`];
  const band =
    earliestMin === latestMin
      ? ""
      : ` Eight days in ten it is begun between ${clock(earliestMin)} and ${clock(latestMin)}.`;
  const poured = Math.round(PER_CENT * batch.pouredShare);
  return [
    batch.isPinned
      ? `${title}: pinned, ready at ${clock(readyMin)}.`
      : `${title}: begun at about ${clock(beginMin)}.`,
    `${amount} of ${cup}, ready at ${clock(readyMin)}.${batch.isPinned ? "" : band}`,
    poured > 0
      ? `Likely done with at ${clock(emptyMin)}; ${poured} % of it poured away, on average.`
      : `Likely empty at ${clock(emptyMin)}.`,
  ];
}

/** What is brewed next, in one sentence. */
export function nextSentence(
  next: {
    readonly title: string;
    readonly beginMin: number;
    readonly earliestMin: number;
    readonly latestMin: number;
  },
  clock: Clock,
): string {
  const { title, beginMin, earliestMin, latestMin } = next;
  const band = earliestMin === latestMin ? "" : ` (${clock(earliestMin)} to ${clock(latestMin)})`;
  return `${title} at about ${clock(beginMin)}${band}`;
}
