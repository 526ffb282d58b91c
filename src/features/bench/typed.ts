import { useState } from "react";
import { fail, ok, type Result } from "#core/result";
import { parseMass, parseNumber, parseParts, type QuantityFailure } from "#core/units";
import type { Printers } from "#ui/units.tsx";
import { quantitySentence } from "#words/figures";

/** A figure as typed, or the sentence that says what is wrong with it. */
export type Parse = (text: string) => Result<number, string>;

interface Range {
  readonly least: number;
  readonly most: number;
  readonly print: (value: number) => string;
}

/** Reads a quantity and holds it to its range, both ends included. */
export function within(
  parse: (text: string) => Result<number, QuantityFailure>,
  { least, most, print }: Range,
): Parse {
  return (text) => {
    const read = parse(text);
    if (!read.ok) return fail(quantitySentence(read.failure));
    if (!(read.value >= least)) return fail(`That is too little: at least ${print(least)}.`);
    if (!(read.value <= most)) return fail(`That is too much: at most ${print(most)}.`);
    return read;
  };
}

/** Range of a weighed mass, g. */
export const WEIGHED_G = { least: 0.1, most: 200_000 };

/** Something on a scale, in parts if it is too heavy. */
export function weighedIn({ mass, printMass }: Pick<Printers, "mass" | "printMass">): Parse {
  return within((text) => parseParts(text, (part) => parseMass(part, mass)), {
    ...WEIGHED_G,
    print: printMass,
  });
}

export interface Typed {
  readonly text: string;
  readonly setText: (text: string) => void;
  /** Undefined while it cannot be read. */
  readonly value: number | undefined;
  /** The sentence that says what is wrong, once it was asked for. */
  readonly trouble: string | undefined;
  /** Asks for it: from now on, what is wrong is said. */
  readonly ask: () => number | undefined;
}

/** A quantity as it is typed: read with every letter, and complained about only when it is asked for. */
export function useTyped(start: string, parse: Parse): Typed {
  const [text, setText] = useState(start);
  const [asked, setAsked] = useState(false);
  const read = parse(text);
  return {
    text,
    setText,
    value: read.ok ? read.value : undefined,
    trouble: !read.ok && asked ? read.failure : undefined,
    ask: () => {
      setAsked(true);
      return read.ok ? read.value : undefined;
    },
  };
}

/** A bare number: a dial has no unit. */
export function plainNumber(text: string): Result<number, QuantityFailure> {
  const read = parseNumber(text);
  if (!read.ok) return read;
  const { number, unit } = read.value;
  return unit === "" ? ok(number) : fail({ code: "unknownUnit", unit, known: ["a bare number"] });
}
