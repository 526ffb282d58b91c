import { counted } from "#words/figures";

interface Level {
  readonly cups: number;
  /** Cups that are usually asked for while a pot brews. */
  readonly meanwhileCups: number;
  readonly brewMin: number;
  /** Cups that are asked for later on. */
  readonly laterCups: number;
  /** A surge that falls into the time until a pot stands. */
  readonly surge?: string | undefined;
}

/** Why a level is what it is, in a line. */
export function levelReason({ cups, meanwhileCups, brewMin, laterCups, surge }: Level): string {
  if (cups < 0) return laterCups > 1 ? "not yet: nobody asks for it" : "no pot pays any more: the day ends";
  const taken = Math.round(meanwhileCups);
  const meanwhile =
    taken === 0
      ? `hardly a cup goes in the ${Math.round(brewMin)} min that a pot brews`
      : `${counted(taken, "cup")} ${taken === 1 ? "goes" : "go"} in the ${Math.round(brewMin)} min that a pot brews`;
  const spare = cups - taken;
  const rest = spare > 0 ? `, ${spare} for when more come` : "";
  return `${surge ? `${surge}: ` : ""}${meanwhile}${rest}`;
}
