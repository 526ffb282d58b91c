import type { Way, WayAnswer } from "#core/outlook";

export const WAY_WORDS: { readonly [way in Way]: string } = {
  one: "one batch, as it stands",
  two: "two batches",
  bypass: "a share round the bed",
  trim: "less coffee for the size",
};

/** Less than this over or short is within what is weighed. */
const NOTHING_G = 10;

/** Beverage over the wanted amount, or short of it, and the papers, in a sentence. */
export function wasteSentence(
  { surplusG, times }: Pick<WayAnswer, "surplusG" | "times">,
  print: (massG: number) => string,
): string {
  const papers = times === 1 ? "one filter" : `${times} filters`;
  if (Math.abs(surplusG) < NOTHING_G) return papers;
  const amount = print(Math.round(Math.abs(surplusG)));
  return surplusG > 0 ? `${amount} left over, ${papers}` : `${amount} short, ${papers}`;
}

/** How often somebody has to come to the brewer. */
export function handsSentence({ starts, pours }: Pick<WayAnswer, "starts" | "pours">): string {
  const started = starts === 1 ? "one start" : `${starts} starts`;
  return pours === 0 ? started : `${started}, ${pours === 1 ? "one pour" : `${pours} pours`} beside the bed`;
}

/** The sentence after a way to a bigger pot was taken. */
export function tookSentence(way: Way): string {
  return way === "two" ? "This is one of the two batches." : "";
}
